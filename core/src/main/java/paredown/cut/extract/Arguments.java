package paredown.cut.extract;

import com.sun.source.tree.MethodInvocationTree;
import java.util.List;
import java.util.Optional;
import paredown.source.Edit;
import paredown.tree.DeclaredClass.Member;
import paredown.tree.TouchedFile;

/** Adds arguments to a call. */
final class Arguments {
    private Arguments() {}

    /** Behind the others, so that they are evaluated after them; in front where the last takes any number. */
    static Optional<Edit> append(TouchedFile file, MethodInvocationTree call, Member target, List<String> added) {
        if (added.isEmpty()) {
            return Optional.empty();
        }
        String text = String.join(", ", added);
        if (call.getArguments().isEmpty()) {
            return Optional.of(Edit.insert(file.end(call) - 1, text));
        }
        if (target.method().isVarArgs()) {
            return Optional.of(Edit.insert(file.start(call.getArguments().get(0)), text + ", "));
        }
        return Optional.of(
                Edit.insert(file.end(call.getArguments().get(call.getArguments().size() - 1)), ", " + text));
    }
}
