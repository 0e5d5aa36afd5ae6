package meridian.far;

class Dawn {
}
