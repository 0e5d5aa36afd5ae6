package meridian;

class Device {
    Device() {
        reset();
    }

    void reset() {}
}
