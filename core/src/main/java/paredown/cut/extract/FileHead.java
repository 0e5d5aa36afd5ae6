package paredown.cut.extract;

import java.util.List;
import paredown.source.Draft;
import paredown.source.Region;
import paredown.tree.Imports;
import paredown.tree.TouchedFile;

/** What a new file begins with: the comment, the package and imports of the file that it comes from. */
final class FileHead {
    private FileHead() {}

    /** Writes it, with a blank line behind each part. */
    static void write(TouchedFile file, List<Imports.Import> imports, Draft draft) {
        String newline = file.source().lineEnding();
        comment(file, draft);
        if (!file.packageName().isEmpty()) {
            draft.write("package " + file.packageName() + ";" + newline + newline);
        }
        Imports.Import last = null;
        for (Imports.Import one : imports) {
            // The blank line between groups of imports stays where both sides of it are needed.
            if (last != null
                    && file.text()
                            .substring(last.region().end(), one.region().start())
                            .replace("\r", "")
                            .contains("\n\n")) {
                draft.write(newline);
            }
            draft.copy(file.source(), one.region()).write(newline);
            last = one;
        }
        if (!imports.isEmpty()) {
            draft.write(newline);
        }
    }

    /** The comment above the package declaration: licences stand there. */
    private static void comment(TouchedFile file, Draft draft) {
        if (file.unit().getPackage() == null) {
            return;
        }
        int end = file.start(file.unit().getPackage());
        boolean comment = file.tokens().stream()
                .anyMatch(token -> token.isComment() && token.region().end() <= end);
        if (comment) {
            draft.copy(file.source(), new Region(0, end));
        }
    }
}
