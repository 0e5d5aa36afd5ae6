package paredown.project;

/** Told how far long work has come. */
@FunctionalInterface
public interface Progress {
    Progress SILENT = (phase, done, total) -> {};

    /**
     * @param phase what is being done, in a few words
     * @param done how much of it, from 0
     * @param total how much there is
     */
    void at(String phase, int done, int total);
}
