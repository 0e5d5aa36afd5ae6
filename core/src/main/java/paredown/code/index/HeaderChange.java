package paredown.code.index;

import java.util.Arrays;
import java.util.HashMap;
import java.util.HashSet;
import java.util.Map;
import java.util.Set;
import org.objectweb.asm.AnnotationVisitor;
import org.objectweb.asm.ClassReader;
import org.objectweb.asm.ClassVisitor;
import org.objectweb.asm.FieldVisitor;
import org.objectweb.asm.MethodVisitor;
import org.objectweb.asm.Opcodes;
import org.objectweb.asm.RecordComponentVisitor;
import paredown.code.compile.Symbol;

/**
 * What changed between two versions of declarations, as far as other files can tell.
 *
 * @param everywhere whether files that name nothing of it may mean something else now: a change of supertypes or type parameters, of an
 *     abstract method (neither lambdas nor classes that lack it name it), or of a method that a statement calls unnamed
 * @param words otherwise: the simple names by which a file can see the change
 */
record HeaderChange(boolean everywhere, Set<String> words) {
    private static final Set<String> CALLED_UNNAMED = Set.of("iterator", "hasNext", "next", "close", "value");

    static HeaderChange between(Map<String, byte[]> before, Map<String, byte[]> after) {
        Set<String> words = new HashSet<>();
        boolean everywhere = false;
        Set<String> names = new HashSet<>(before.keySet());
        names.addAll(after.keySet());
        for (String name : names) {
            byte[] old = before.get(name);
            byte[] now = after.get(name);
            if (old == null || now == null) {
                words.add(simple(name));
                // Who holds one by the name of its parent does not spell its own.
                everywhere |= now == null && Shape.of(old).hasParents;
            } else if (!Arrays.equals(old, now)) {
                Shape first = Shape.of(old);
                Shape second = Shape.of(now);
                everywhere |= !first.type.equals(second.type);
                for (String changed : first.changed(second)) {
                    String word = changed.substring(0, changed.indexOf(' '));
                    words.add(word.equals(Symbol.CONSTRUCTOR) ? simple(name) : word);
                    everywhere |= CALLED_UNNAMED.contains(word) || first.abstracts.contains(changed);
                    everywhere |= second.abstracts.contains(changed);
                }
            }
        }
        return new HeaderChange(everywhere, words);
    }

    boolean isNothing() {
        return !everywhere && words.isEmpty();
    }

    private static String simple(String binaryName) {
        return binaryName.substring(Math.max(binaryName.lastIndexOf('.'), binaryName.lastIndexOf('$')) + 1);
    }

    /** A class file as text: the type's own line, and a line a member. */
    private static final class Shape extends ClassVisitor {
        private final StringBuilder type = new StringBuilder();
        private final Map<String, StringBuilder> members = new HashMap<>();
        private final Set<String> abstracts = new HashSet<>();
        private String self = "";
        private boolean hasParents;

        private Shape() {
            super(Opcodes.ASM9);
        }

        static Shape of(byte[] header) {
            Shape shape = new Shape();
            new ClassReader(header).accept(shape, 0);
            return shape;
        }

        Set<String> changed(Shape other) {
            Set<String> changed = new HashSet<>();
            members.forEach((member, line) -> {
                StringBuilder now = other.members.get(member);
                if (now == null || !now.toString().contentEquals(line)) {
                    changed.add(member);
                }
            });
            other.members.keySet().stream()
                    .filter(member -> !members.containsKey(member))
                    .forEach(changed::add);
            return changed;
        }

        @Override
        public void visit(int version, int access, String name, String signature, String above, String[] interfaces) {
            self = name;
            hasParents = interfaces.length > 0 || above != null && !above.matches("java/lang/(Object|Record|Enum)");
            type.append(access).append(name).append(signature).append(above).append(Arrays.toString(interfaces));
        }

        @Override
        public AnnotationVisitor visitAnnotation(String descriptor, boolean visible) {
            return new Values(type.append(descriptor));
        }

        @Override
        public void visitPermittedSubclass(String name) {
            type.append(name);
        }

        @Override
        public void visitInnerClass(String name, String outer, String inner, int access) {
            // Those of other types come and go with the signatures that name them.
            type.append(name.equals(self) ? String.valueOf(access) : "");
        }

        @Override
        public RecordComponentVisitor visitRecordComponent(String name, String descriptor, String signature) {
            type.append(name).append(descriptor).append(signature);
            return null;
        }

        @Override
        public FieldVisitor visitField(int access, String name, String descriptor, String signature, Object value) {
            StringBuilder line =
                    member(name + " ", access, descriptor, signature).append(value);
            return new FieldVisitor(Opcodes.ASM9) {
                @Override
                public AnnotationVisitor visitAnnotation(String type, boolean visible) {
                    return new Values(line.append(type));
                }
            };
        }

        @Override
        public MethodVisitor visitMethod(
                int access, String name, String descriptor, String signature, String[] exceptions) {
            String key = name + " " + descriptor;
            StringBuilder line = member(key, access, "", signature).append(Arrays.toString(exceptions));
            if ((access & Opcodes.ACC_ABSTRACT) != 0) {
                abstracts.add(key);
            }
            return new MethodVisitor(Opcodes.ASM9) {
                @Override
                public AnnotationVisitor visitAnnotation(String type, boolean visible) {
                    return new Values(line.append(type));
                }

                @Override
                public AnnotationVisitor visitAnnotationDefault() {
                    return new Values(line.append("default"));
                }
            };
        }

        private StringBuilder member(String key, int access, String descriptor, String signature) {
            StringBuilder line =
                    new StringBuilder().append(access).append(descriptor).append(signature);
            members.put(key, line);
            return line;
        }
    }

    /** Annotation values as text. */
    private static final class Values extends AnnotationVisitor {
        private final StringBuilder text;

        Values(StringBuilder text) {
            super(Opcodes.ASM9);
            this.text = text;
        }

        @Override
        public void visit(String name, Object value) {
            text.append(name).append(Arrays.deepToString(new Object[] {value}));
        }

        @Override
        public void visitEnum(String name, String descriptor, String value) {
            text.append(name).append(value);
        }

        @Override
        public AnnotationVisitor visitAnnotation(String name, String descriptor) {
            return new Values(text.append(name).append(descriptor));
        }

        @Override
        public AnnotationVisitor visitArray(String name) {
            return new Values(text.append(name));
        }
    }
}
