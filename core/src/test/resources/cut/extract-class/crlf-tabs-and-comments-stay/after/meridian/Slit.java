/* Meridian, the dome. */
package meridian;

class Slit
{
	/** Degrees. */
	private double azimuth; // from north
	boolean slit;

	/**
	 * Turns.
	 */
	// slowly
	void turnTo(double wanted) // see manual
	{
		azimuth = wanted; // done
		slit = true;
	} // end of turnTo
}
