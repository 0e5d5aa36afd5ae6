package paredown.project;

import java.util.Set;
import org.apache.maven.model.Model;
import org.apache.maven.model.Plugin;

/** Whether a build file prepares an artifact for others to get. */
final class Publication {
    /** Plugins that sign an artifact, send it off, or add the sources and the documentation that others want beside it. */
    private static final Set<String> PLUGINS = Set.of(
            "maven-gpg-plugin",
            "maven-javadoc-plugin",
            "maven-source-plugin",
            "central-publishing-maven-plugin",
            "nexus-staging-maven-plugin");

    private Publication() {}

    /** Whether a build file, by itself or by a parent, says where the artifact goes, under which licence, or makes what goes with it. */
    static boolean isDeclared(Model model) {
        return model.getDistributionManagement() != null
                || !model.getLicenses().isEmpty() && model.getScm() != null
                || model.getBuild().getPlugins().stream()
                        .map(Plugin::getArtifactId)
                        .anyMatch(PLUGINS::contains);
    }
}
