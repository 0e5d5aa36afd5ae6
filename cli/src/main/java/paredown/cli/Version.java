package paredown.cli;

import picocli.CommandLine.IVersionProvider;

/** What {@code --version} prints. */
final class Version implements IVersionProvider {
    @Override
    public String[] getVersion() {
        String version = Pare.class.getPackage().getImplementationVersion();
        return new String[] {
            "pare " + (version == null ? "(built from classes)" : version) + ", Java "
                    + Runtime.version().feature()
        };
    }
}
