package paredown.code.facts;

import java.io.IOException;
import java.io.InputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.zip.ZipEntry;
import java.util.zip.ZipFile;
import org.objectweb.asm.ClassReader;
import org.objectweb.asm.Opcodes;
import org.objectweb.asm.Type;
import org.objectweb.asm.tree.AbstractInsnNode;
import org.objectweb.asm.tree.ClassNode;
import org.objectweb.asm.tree.FieldInsnNode;
import org.objectweb.asm.tree.InvokeDynamicInsnNode;
import org.objectweb.asm.tree.MethodInsnNode;
import org.objectweb.asm.tree.MethodNode;
import org.objectweb.asm.tree.analysis.Analyzer;
import org.objectweb.asm.tree.analysis.AnalyzerException;
import org.objectweb.asm.tree.analysis.BasicInterpreter;
import org.objectweb.asm.tree.analysis.BasicValue;

/**
 * Library classes whose constructors give the object that they make to nobody and call none of its methods: what a class below overrides
 * cannot run while they do. Read from the class files, by an abstract interpretation in which the object is one value and a function that
 * holds it is taken for the object; both may go into fields of the object, which are followed by their names.
 */
public final class NonEscapingConstructors {
    private static final String OBJECT = "java/lang/Object";
    private static final BasicValue SELF = new BasicValue(Type.getObjectType("paredown/Self"));

    private final List<Path> classPath;
    private final Set<String> kept = new HashSet<>();

    private NonEscapingConstructors(List<Path> classPath) {
        this.classPath = classPath;
    }

    /**
     * Whether that is so of a class and of all above it.
     *
     * @param classPath jars and folders; the JDK's own classes are those of the one that runs
     * @param binaryName such as {@code java.text.DateFormat}
     * @return false too for a class that is not found
     */
    public static boolean has(List<Path> classPath, String binaryName) {
        NonEscapingConstructors all = new NonEscapingConstructors(classPath);
        List<ClassNode> chain = new ArrayList<>();
        for (String name = binaryName.replace('.', '/'); !name.equals(OBJECT); name = chain.get(0).superName) {
            Optional<ClassNode> node = all.node(name);
            if (node.isEmpty()) {
                return false;
            }
            chain.add(0, node.get());
        }
        int known;
        do {
            known = all.kept.size();
            if (!chain.stream().allMatch(all::isQuiet)) {
                return false;
            }
        } while (all.kept.size() > known);
        return true;
    }

    private Optional<ClassNode> node(String name) {
        try {
            Optional<byte[]> bytes = bytes(name + ".class");
            if (bytes.isEmpty()) {
                return Optional.empty();
            }
            ClassNode node = new ClassNode();
            new ClassReader(bytes.get()).accept(node, ClassReader.SKIP_DEBUG);
            return Optional.of(node);
        } catch (IOException | IllegalArgumentException e) {
            // A class file that cannot be read says nothing.
            return Optional.empty();
        }
    }

    private Optional<byte[]> bytes(String file) throws IOException {
        try (InputStream own = ClassLoader.getPlatformClassLoader().getResourceAsStream(file)) {
            if (own != null) {
                return Optional.of(own.readAllBytes());
            }
        }
        for (Path entry : classPath) {
            if (Files.isDirectory(entry) && Files.isRegularFile(entry.resolve(file))) {
                return Optional.of(Files.readAllBytes(entry.resolve(file)));
            }
            if (Files.isRegularFile(entry)) {
                try (ZipFile jar = new ZipFile(entry.toFile())) {
                    ZipEntry found = jar.getEntry(file);
                    if (found != null) {
                        return Optional.of(jar.getInputStream(found).readAllBytes());
                    }
                }
            }
        }
        return Optional.empty();
    }

    private boolean isQuiet(ClassNode type) {
        for (MethodNode method : type.methods) {
            if (method.name.equals("<init>") && !isQuiet(type, method)) {
                return false;
            }
        }
        return true;
    }

    private boolean isQuiet(ClassNode type, MethodNode constructor) {
        Follower follower = new Follower(type);
        try {
            new Analyzer<>(follower).analyze(type.name, constructor);
        } catch (AnalyzerException e) {
            return false;
        }
        return !follower.escapes;
    }

    /** Follows the object through one constructor. */
    private final class Follower extends BasicInterpreter {
        private final ClassNode type;
        private boolean escapes;

        Follower(ClassNode type) {
            super(Opcodes.ASM9);
            this.type = type;
        }

        @Override
        public BasicValue newParameterValue(boolean instance, int local, Type declared) {
            return instance && local == 0 ? SELF : super.newParameterValue(instance, local, declared);
        }

        @Override
        public BasicValue unaryOperation(AbstractInsnNode code, BasicValue value) throws AnalyzerException {
            boolean again = code.getOpcode() == Opcodes.CHECKCAST
                    || code.getOpcode() == Opcodes.GETFIELD && kept.contains(((FieldInsnNode) code).name);
            if (SELF.equals(value) && again) {
                return SELF;
            }
            escapes |= SELF.equals(value) && code.getOpcode() == Opcodes.PUTSTATIC;
            return super.unaryOperation(code, value);
        }

        @Override
        public BasicValue binaryOperation(AbstractInsnNode code, BasicValue first, BasicValue second)
                throws AnalyzerException {
            if (code.getOpcode() == Opcodes.PUTFIELD && SELF.equals(second)) {
                escapes |= !SELF.equals(first);
                kept.add(((FieldInsnNode) code).name);
            }
            return super.binaryOperation(code, first, second);
        }

        @Override
        public BasicValue ternaryOperation(AbstractInsnNode code, BasicValue array, BasicValue index, BasicValue value)
                throws AnalyzerException {
            escapes |= SELF.equals(value);
            return super.ternaryOperation(code, array, index, value);
        }

        @Override
        public BasicValue naryOperation(AbstractInsnNode code, List<? extends BasicValue> values)
                throws AnalyzerException {
            boolean given = values.stream().skip(1).anyMatch(SELF::equals);
            boolean first = !values.isEmpty() && SELF.equals(values.get(0));
            boolean lambda = code instanceof InvokeDynamicInsnNode made
                    && made.bsm.getOwner().equals("java/lang/invoke/LambdaMetafactory");
            if (lambda && (given || first)) {
                return SELF;
            }
            boolean constructs = code instanceof MethodInsnNode call
                    && call.name.equals("<init>")
                    && (call.owner.equals(type.name) || call.owner.equals(type.superName));
            escapes |= given || first && !constructs;
            return super.naryOperation(code, values);
        }

        @Override
        public BasicValue merge(BasicValue one, BasicValue other) {
            return SELF.equals(one) || SELF.equals(other) ? SELF : super.merge(one, other);
        }
    }
}
