package paredown.cli;

import picocli.CommandLine.IVersionProvider;

/** What {@code --version} prints. */
final class Version implements IVersionProvider {
    @Override
    public String[] getVersion() {
        return new String[] {line()};
    }

    static String number() {
        String version = Version.class.getPackage().getImplementationVersion();
        return version == null ? "(built from classes)" : version;
    }

    static String line() {
        // Joined by hand: setting up the concatenation of strings takes longer than all the rest.
        return String.join(
                "",
                "pare ",
                number(),
                ", Java ",
                String.valueOf(Runtime.version().feature()));
    }
}
