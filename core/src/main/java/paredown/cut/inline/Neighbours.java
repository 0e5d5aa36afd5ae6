package paredown.cut.inline;

import com.sun.source.tree.Tree;
import java.util.HashMap;
import java.util.HashSet;
import java.util.Map;
import java.util.Set;

/**
 * What calls of one method have to know of others inlined beside them.
 *
 * @param names by member, the names that they have taken there
 * @param told statements that have the comments of the body in front of them
 */
record Neighbours(Map<Tree, Set<String>> names, Set<Tree> told) {
    Neighbours() {
        this(new HashMap<>(), new HashSet<>());
    }
}
