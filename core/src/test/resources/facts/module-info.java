/** What others see of the sky. */
module meridian.sky {
    requires transitive java.logging;
    exports meridian;
    opens meridian to java.base, java.logging;
    uses meridian.Ranked;
    provides meridian.Ranked with meridian.Rich;
}
