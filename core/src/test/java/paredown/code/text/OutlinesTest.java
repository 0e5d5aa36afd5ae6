package paredown.code.text;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import paredown.source.SourceText;

/** Outlines by tokens, against small texts and against what the compiler says of this project's own sources. */
class OutlinesTest {
    private static Outline outline(String text) {
        return Outlines.of(
                SourceText.of(Path.of("/sky/T.java"), text.getBytes(StandardCharsets.UTF_8), StandardCharsets.UTF_8));
    }

    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            quoteCharacter = '`',
            value = {
                "class T { int a() { return 1; } } | class T { int a() {throw null;} } | class T { int a() {} }",
                "class T { T() { b(); } { b(); } static { b(); } } | class T { T() { b(); } { b(); } static { b(); } } | class T { T() {} {} static {} }",
                "class T { final int a = 1; Object o = new Object() { int x() { return 2; } }; } | class T { final int a = 1; Object o = new Object() { int x() { return 2; } }; } | class T { final int a = 1; Object o ; }",
                "class T { int[] a = {1, 2}; int b = 1, c; String d = f(); } | class T { int[] a = {1, 2}; int b = 1, c; String d = f(); } | class T { int[] a ; int b = 1, c; String d = f(); }",
                "enum T { A(1) { int x() { return 1; } }, B { }; int y() { return 2; } } | enum T { A(1) { int x() { return 1; } }, B { }; int y() {throw null;} } | enum T { A(1) { int x() { return 1; } }, B { }; int y() {} }",
                "record T(int a) { T { check(); } T() { this(1); } int b() { return a; } } | record T(int a) { T { check(); } T() { this(1); } int b() {throw null;} } | record T(int a) { T {} T() {} int b() {} }",
                "@interface T { int[] value() default {}; } | @interface T { int[] value() default {}; } | @interface T { int[] value() default {}; }",
                "class T { @A({1, 2}) <X> X a(@B(\"}\") X x) throws E { return x; } } | class T { @A({1, 2}) <X> X a(@B(\"}\") X x) throws E {throw null;} } | class T { @A({1, 2}) <X> X a(@B(\"}\") X x) throws E {} }",
                "class T { java.util.function.IntSupplier s = () -> { return 1; }; int c() { return '}'; } } | class T { java.util.function.IntSupplier s = () -> { return 1; }; int c() {throw null;} } | class T { java.util.function.IntSupplier s ; int c() {} }",
                "class T { int a() { return 1; } | class T { int a() { return 1; } | class T { int a() { return 1; }",
            })
    void withoutItsCode(String text, String stub, String declarations) {
        assertThat(outline(text).stub()).isEqualTo(stub);
        assertThat(outline(text).declarations()).isEqualTo(declarations);
    }

    @Test
    void typesAndPackages() {
        Outline outline =
                outline("@Deprecated package a.b; import java.util.*; class T { record R(int a) {} enum E { X; }"
                        + " interface I { class C {} } int record = 1; } @interface Second {} final class Third {}");
        assertThat(outline.packageName()).isEqualTo("a.b");
        assertThat(outline.types())
                .containsExactly("a.b.T", "a.b.T.R", "a.b.T.E", "a.b.T.I", "a.b.T.I.C", "a.b.Second", "a.b.Third");
        assertThat(outline.topLevel()).containsExactly("T", "Second", "Third");
        assertThat(outline.hidesTypes()).isTrue();
    }

    @Test
    void parentsWithThoseOfClassesMadeOnTheSpot() {
        Outline outline = outline("class T extends V<W> { Object a = new sky.Star(1, f()) { }; int[] b = new int[] {1};"
                + " Object c = new Moon(new Sun<>() { }); Object d = new Mars(); { new Venus().rise(); } }");
        assertThat(outline.parents()).containsExactlyInAnyOrder("V", "W", "sky", "Star", "Sun");
    }

    /** Every file of this module outlined declares the types that the compiler finds in it. */
    @Test
    void asTheCompilerSeesIt() throws IOException {
        List<SourceText> texts = new ArrayList<>();
        try (Stream<Path> files = Files.walk(Path.of("src"))) {
            for (Path file : files.filter(
                            path -> path.toString().endsWith(".java") && !path.endsWith("package-info.java"))
                    .toList()) {
                texts.add(SourceText.read(file.toAbsolutePath(), StandardCharsets.UTF_8));
            }
        }
        List<List<String>> parsed = ParsedTypes.of(texts);
        List<Outline> outlines = texts.stream().map(Outlines::of).toList();
        assertThat(outlines).extracting(Outline::types).isEqualTo(parsed);
        List<SourceText> stubs = new ArrayList<>();
        for (int i = 0; i < texts.size(); i++) {
            stubs.add(texts.get(i).sibling(texts.get(i).path(), outlines.get(i).stub()));
        }
        assertThat(ParsedTypes.of(stubs)).as("without their code").isEqualTo(parsed);
    }
}
