package meridian;

class Other {}

class Sheet {}
