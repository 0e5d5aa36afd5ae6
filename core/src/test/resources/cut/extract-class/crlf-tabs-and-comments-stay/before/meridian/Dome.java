/* Meridian, the dome. */
package meridian;

class Dome
{
	// ---- slit ----

	/** Degrees. */
	private double azimuth; // from north
	private boolean slit;

	// ---- lights ----

	/* On or off. */
	private boolean lights;

	/**
	 * Turns.
	 */
	// slowly
	void turnTo(double wanted) // see manual
	{
		azimuth = wanted; // done
		slit = true;
	} // end of turnTo

	// lights only
	boolean lit()
	{
		return lights && slit;
	}
}
