package meridian;

import java.lang.instrument.Instrumentation;

public class Agent {
    static Instrumentation kept;

    public static void premain(String arguments, Instrumentation instrumentation) {
        kept = instrumentation;
    }

    public static void agentmain(String arguments) {
        kept = null;
    }
}
