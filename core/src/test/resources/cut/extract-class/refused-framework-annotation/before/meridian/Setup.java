package meridian;

class Setup {
    private int gain;

    @Startup
    void prepare() {
        gain = 2;
    }
}
