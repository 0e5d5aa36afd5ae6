package paredown.check;

import java.nio.file.Path;
import java.util.Optional;

/**
 * A field, method or type as somebody sees it who finds it without a use in any source of the project.
 *
 * @param line from 1
 * @param kept whether code outside the project may rely on it so that it must stay; see {@link paredown.analysis.outside.OutsideUsers#needs}
 * @param open whether code outside the project can name it
 * @param isStatic whether it is called or read without an object
 * @param seeker who of the platform looks for it by its name; see {@link paredown.code.compile.PlatformHooks}
 * @param property the property that it reads or sets, as one of a pair of accessors; empty for none
 */
record Declared(
        Path file, int line, boolean kept, boolean open, boolean isStatic, Optional<String> seeker, String property) {}
