/* Meridian, the dome. */
package meridian;

class Dome
{
	// ---- slit ----

	private final Slit itsSlit = new Slit();

	// ---- lights ----

	/* On or off. */
	private boolean lights;

	// lights only
	boolean lit()
	{
		return lights && itsSlit.slit;
	}
}
