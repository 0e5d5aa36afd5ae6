package paredown.drill.hostile;

import java.io.IOException;
import java.io.OutputStream;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.zip.ZipEntry;
import java.util.zip.ZipOutputStream;
import javax.tools.ToolProvider;

/** Build files, configurations and jars. */
final class BuildInputs {
    private BuildInputs() {}

    static List<Input> all() {
        List<Input> inputs = new ArrayList<>();
        poms().forEach((name, pom) -> inputs.add(Input.found("POMs", name, place -> {
            place.write("src/main/java/dome/Shutter.java", Input.SHUTTER);
            place.write("pom.xml", pom.replace("OUTSIDE", place.outside().toString()));
        })));
        yamls().forEach((name, yaml) -> inputs.add(new Input(
                "configurations",
                name,
                place -> place.write(
                        ".pare.yaml",
                        yaml.replace("OUTSIDE", place.outside().toString())
                                .replace("CANARY", place.canary().toString())),
                List.of(Input.FIND, List.of("show"), List.of("gate", "--baseline", "none.json"), List.of("journal")))));
        inputs.addAll(jars());
        return inputs;
    }

    private static String pom(String inner) {
        return "<project><modelVersion>4.0.0</modelVersion><groupId>dome</groupId><artifactId>dome</artifactId><version>1</version>"
                + inner + "</project>";
    }

    private static String properties(String inner) {
        return pom("<properties>" + inner + "</properties>");
    }

    private static String compiler(String configuration) {
        return pom("<build><plugins><plugin><artifactId>maven-compiler-plugin</artifactId><configuration>"
                + configuration + "</configuration></plugin></plugins></build>");
    }

    private static Map<String, String> poms() {
        Map<String, String> poms = new LinkedHashMap<>();
        poms.put("empty", "");
        poms.put("no XML", "project: yes");
        poms.put("half", pom("").substring(0, 60));
        poms.put("another root", "<html/>");
        poms.put("no artifactId", "<project><modelVersion>4.0.0</modelVersion></project>");
        poms.put("no version", "<project><groupId>a</groupId><artifactId>b</artifactId></project>");
        for (String level : List.of(
                "1.1",
                "1.3",
                "1.4",
                "1.5",
                "1.6",
                "5",
                "6",
                "7",
                "1.8",
                "99",
                "-1",
                "x",
                "",
                "${nothing}",
                "999999999999")) {
            poms.put("source " + level, properties("<maven.compiler.source>" + level + "</maven.compiler.source>"));
            poms.put("release " + level, compiler("<release>" + level + "</release>"));
        }
        for (String argument : List.of(
                "--add-exports=nowhere/nowhere=ALL-UNNAMED",
                "--add-exports=java.base",
                "--add-exports=java.base/sun.misc",
                "--add-exports=",
                "--add-exports=java.base/jdk.internal.misc=nowhere",
                "-Xplugin:Harm",
                "-J-Dx=y",
                "@OUTSIDE/arguments")) {
            poms.put("argument " + argument, compiler("<compilerArgs><arg>" + argument + "</arg></compilerArgs>"));
        }
        for (String encoding : List.of("utf-9", "", "UTF-16", "IBM037", "${e}")) {
            poms.put(
                    "encoding " + encoding,
                    properties("<project.build.sourceEncoding>" + encoding + "</project.build.sourceEncoding>"));
        }
        poms.put("a property of itself", properties("<a>${a}</a>").replace("<version>1", "<version>${a}"));
        poms.put("properties in a circle", properties("<a>${b}</a><b>${a}</b>").replace("<version>1", "<version>${a}"));
        StringBuilder deep = new StringBuilder();
        for (int i = 0; i < 3_000; i++) {
            deep.append("<p")
                    .append(i)
                    .append(">${p")
                    .append(i + 1)
                    .append("}</p")
                    .append(i)
                    .append('>');
        }
        poms.put("deep properties", properties(deep + "<p3000>1</p3000>").replace("<version>1", "<version>${p0}"));
        StringBuilder wide = new StringBuilder("<w0>xxxxxxxxxx</w0>");
        for (int i = 1; i < 12; i++) {
            wide.append("<w" + i + ">")
                    .append(("${w" + (i - 1) + "}").repeat(10))
                    .append("</w" + i + ">");
        }
        poms.put("properties that explode", properties(wide.toString()).replace("<version>1", "<version>${w11}"));
        StringBuilder laughs = new StringBuilder("<!DOCTYPE p [<!ENTITY l0 \"l\">");
        for (int i = 1; i < 10; i++) {
            laughs.append("<!ENTITY l" + i + " \"")
                    .append(("&l" + (i - 1) + ";").repeat(10))
                    .append("\">");
        }
        poms.put("entities that explode", laughs + "]>" + pom("<name>&l9;</name>"));
        poms.put(
                "an entity of a file",
                "<!DOCTYPE p [<!ENTITY f SYSTEM \"file:///etc/passwd\">]>" + pom("<name>&f;</name>"));
        poms.put(
                "its own parent",
                pom("<parent><groupId>dome</groupId><artifactId>dome</artifactId><version>1</version></parent>"));
        poms.put("its own module", pom("<packaging>pom</packaging><modules><module>.</module></modules>"));
        poms.put("a module above", pom("<packaging>pom</packaging><modules><module>..</module></modules>"));
        poms.put("a module outside", pom("<packaging>pom</packaging><modules><module>OUTSIDE</module></modules>"));
        poms.put("a module that is none", pom("<packaging>pom</packaging><modules><module>nowhere</module></modules>"));
        poms.put("a module of no name", pom("<packaging>pom</packaging><modules><module></module></modules>"));
        poms.put("sources outside", pom("<build><sourceDirectory>OUTSIDE</sourceDirectory></build>"));
        poms.put("sources of the system", pom("<build><sourceDirectory>/proc/self</sourceDirectory></build>"));
        poms.put("sources with NUL", pom("<build><sourceDirectory>src&#1;x</sourceDirectory></build>"));
        poms.put(
                "a system jar outside",
                pom("<dependencies><dependency><groupId>a</groupId><artifactId>b</artifactId><version>1</version>"
                        + "<scope>system</scope><systemPath>OUTSIDE/no.jar</systemPath></dependency></dependencies>"));
        poms.put(
                "a version as a path",
                pom("<dependencies><dependency><groupId>a</groupId><artifactId>b</artifactId>"
                        + "<version>../../../../../../etc</version></dependency></dependencies>"));
        poms.put(
                "a range",
                pom(
                        "<dependencies><dependency><groupId>a</groupId><artifactId>b</artifactId><version>[1,</version></dependency></dependencies>"));
        poms.put(
                "an extension",
                pom(
                        "<build><extensions><extension><groupId>a</groupId><artifactId>b</artifactId><version>1</version></extension></extensions></build>"));
        poms.put(
                "a profile of a file",
                pom(
                        "<profiles><profile><id>p</id><activation><file><exists>${x}/\u0001</exists></file></activation></profile></profiles>"));
        return poms;
    }

    private static Map<String, String> yamls() {
        Map<String, String> yamls = new LinkedHashMap<>();
        yamls.put("empty", "");
        yamls.put("a list", "- a\n- b\n");
        yamls.put("a tab", "layout:\n\tsources: [src]\n");
        yamls.put("NUL", "layout:\n  sources: [\"s\\0c\"]\n");
        yamls.put("NUL in a pattern", "exclude: [\"a\\0b\"]\n");
        yamls.put("NUL in a jar", "layout:\n  classPath: [\"a\\0b.jar\"]\n");
        yamls.put("NUL in a report", "test:\n  reports: [\"a\\0b\"]\n");
        yamls.put("a bad glob", "exclude: ['[']\n");
        yamls.put("a bad brace", "exclude: ['{a,']\n");
        yamls.put("a bad glob of jars", "layout:\n  classPath: ['lib/[*.jar']\n");
        yamls.put("a glob of everything", "exclude: ['**']\n");
        yamls.put("accepting a pattern", "accept:\n  - {smell: god-class, where: '*\\E(', because: x}\n");
        yamls.put(
                "accepting a slow pattern",
                "accept:\n  - {smell: god-class, where: '" + "*a".repeat(30) + "b', because: x}\n");
        yamls.put(
                "aliases that explode",
                "a: &a [x,x,x,x,x,x,x,x,x]\nb: &b [*a,*a,*a,*a,*a,*a,*a,*a]\nc: [*b,*b,*b,*b]\n");
        yamls.put("a tag", "layout: !!java.net.URL [\"http://nowhere\"]\n");
        yamls.put("deep", "exclude: " + "[".repeat(3_000) + "]".repeat(3_000) + "\n");
        yamls.put("a number too large", "layout:\n  release: 99999999999999999999\n");
        yamls.put("no number", "smells:\n  limits:\n    god-class:\n      lines: .nan\n");
        yamls.put("infinite", "smells:\n  limits:\n    god-class:\n      lines: .inf\n");
        yamls.put("sources above", "layout:\n  sources: ['..']\n");
        yamls.put("sources outside", "layout:\n  sources: ['OUTSIDE']\n");
        yamls.put("sources that are a file", "layout:\n  sources: ['src/dome/Shutter.java']\n");
        yamls.put("sources twice", "layout:\n  sources: [src, src, ./src, src/../src]\n");
        yamls.put("jars outside", "layout:\n  sources: [src]\n  classPath: ['OUTSIDE/*.jar', '/proc/**.jar']\n");
        yamls.put("a command for the class path", "layout:\n  sources: [src]\n  classPathCommand: touch CANARY\n");
        yamls.put("a command for the tests", "layout:\n  sources: [src]\ntest:\n  command: touch CANARY\n");
        yamls.put("bytes", "\u0000\u0001\u0002");
        return yamls;
    }

    private static byte[] zip(Map<String, byte[]> entries) throws IOException {
        java.io.ByteArrayOutputStream bytes = new java.io.ByteArrayOutputStream();
        try (ZipOutputStream out = new ZipOutputStream(bytes)) {
            for (Map.Entry<String, byte[]> entry : entries.entrySet()) {
                out.putNextEntry(new ZipEntry(entry.getKey()));
                out.write(entry.getValue());
                out.closeEntry();
            }
        }
        return bytes.toByteArray();
    }

    private static byte[] text(String text) {
        return text.getBytes(StandardCharsets.UTF_8);
    }

    private static List<Input> jars() {
        String family = "jars";
        List<Input> inputs = new ArrayList<>();
        for (String entry : List.of(
                "../up.txt",
                "a/../../b.txt",
                "/etc/x",
                "a//b",
                ".",
                "..",
                "a\\..\\b",
                "\u0000",
                "a/./b.class",
                "C:/x")) {
            inputs.add(Input.found(
                    family,
                    "entry " + entry.replace('\0', '0'),
                    place -> place.write("lib/odd.jar", zip(Map.of(entry, text("x"))))));
        }
        inputs.add(Input.found(family, "no jar", place -> place.write("lib/odd.jar", "no jar")));
        inputs.add(Input.found(family, "empty", place -> place.write("lib/odd.jar", "")));
        inputs.add(Input.found(
                family,
                "a folder",
                place -> Files.createDirectories(place.root().resolve("lib/odd.jar"))));
        inputs.add(Input.found(family, "half", place -> {
            byte[] whole = zip(Map.of("a.txt", text("x".repeat(1000))));
            place.write("lib/odd.jar", java.util.Arrays.copyOf(whole, whole.length - 30));
        }));
        inputs.add(Input.found(family, "a pipe", place -> {
            Files.createDirectories(place.root().resolve("lib"));
            new ProcessBuilder("mkfifo", place.root().resolve("lib/odd.jar").toString())
                    .start()
                    .waitFor();
        }));
        inputs.add(Input.found(family, "a broken link", place -> {
            Files.createDirectories(place.root().resolve("lib"));
            Files.createSymbolicLink(place.root().resolve("lib/odd.jar"), Path.of("nowhere.jar"));
        }));
        inputs.add(Input.found(
                family,
                "no class file",
                place -> place.write(
                        "lib/odd.jar", zip(Map.of("dome/Shutter.class", text("x"), "odd/Odd.class", new byte[0])))));
        inputs.add(Input.found(
                family,
                "classes of the JDK",
                place -> place.write(
                        "lib/odd.jar",
                        zip(Map.of("java/lang/Object.class", text("x"), "java/lang/String.class", text("y"))))));
        inputs.add(Input.found(
                family,
                "a manifest that leads on",
                place -> place.write(
                        "lib/odd.jar",
                        zip(Map.of(
                                "META-INF/MANIFEST.MF",
                                text("Manifest-Version: 1.0\nClass-Path: ../../ /etc/ file:///proc/\n"))))));
        inputs.add(harmful(
                "a compiler plug-in",
                "com.sun.source.util.Plugin",
                "package harm; public class Harm implements com.sun.source.util.Plugin { public String getName() { return \"Harm\"; }"
                        + " public boolean autoStart() { return true; }"
                        + " public void init(com.sun.source.util.JavacTask t, String... a) { Act.act(); } }"));
        inputs.add(
                harmful(
                        "an annotation processor",
                        "javax.annotation.processing.Processor",
                        "package harm; public class Harm extends javax.annotation.processing.AbstractProcessor {"
                                + " public Harm() { Act.act(); } public java.util.Set<String> getSupportedAnnotationTypes() { return java.util.Set.of(\"*\"); }"
                                + " public boolean process(java.util.Set<? extends javax.lang.model.element.TypeElement> a, javax.annotation.processing.RoundEnvironment e) { return false; } }"));
        inputs.add(harmful(
                "a file system",
                "java.nio.file.spi.FileSystemProvider",
                "package harm; public class Harm { static { Act.act(); } }"));
        inputs.add(harmful(
                "a charset",
                "java.nio.charset.spi.CharsetProvider",
                "package harm; public class Harm { static { Act.act(); } }"));
        return inputs;
    }

    /** A jar with a service that leaves a trace outside where it runs. */
    private static Input harmful(String name, String service, String source) {
        return Input.found("jars", name, place -> {
            Path classes = Files.createTempDirectory("harm");
            Path java = classes.resolve("Harm.java");
            Path act = classes.resolve("Act.java");
            Files.writeString(java, source);
            Files.writeString(
                    act,
                    "package harm; class Act { static void act() { try { java.nio.file.Files.createFile(java.nio.file.Path.of(\""
                            + place.canary() + "\")); } catch (java.io.IOException e) { } } }");
            int code = ToolProvider.getSystemJavaCompiler()
                    .run(
                            null,
                            OutputStream.nullOutputStream(),
                            OutputStream.nullOutputStream(),
                            "-d",
                            classes.toString(),
                            java.toString(),
                            act.toString());
            if (code != 0) {
                throw new IllegalStateException("the harmful class does not compile");
            }
            Map<String, byte[]> entries = new LinkedHashMap<>();
            for (String one : List.of("harm/Harm.class", "harm/Act.class")) {
                entries.put(one, Files.readAllBytes(classes.resolve(one)));
            }
            entries.put("META-INF/services/" + service, text("harm.Harm\n"));
            place.write("lib/harm.jar", zip(entries));
        });
    }
}
