package meridian;

class Beacon extends Lamp implements Lit {}
