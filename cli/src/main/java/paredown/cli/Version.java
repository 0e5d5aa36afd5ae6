package paredown.cli;

import picocli.CommandLine.IVersionProvider;

/** What {@code --version} prints. */
final class Version implements IVersionProvider {
    @Override
    public String[] getVersion() {
        return new String[] {line()};
    }

    static String line() {
        String version = Version.class.getPackage().getImplementationVersion();
        return "pare " + (version == null ? "(built from classes)" : version) + ", Java "
                + Runtime.version().feature();
    }
}
