package meridian;

interface Lit {
    boolean isLit();
}
