package paredown.code.compile;

import java.util.List;

/**
 * Options with which a compiler runs nothing of what it finds: neither annotation processors nor plug-ins, of which one that starts by itself
 * ({@code com.sun.source.util.Plugin#autoStart}) would be taken from the class path where no path for processors is given.
 */
public final class NoPlugins {
    /** For every compiler that is started. */
    public static final List<String> OPTIONS = List.of("-proc:none", "-processorpath", "");

    private NoPlugins() {}
}
