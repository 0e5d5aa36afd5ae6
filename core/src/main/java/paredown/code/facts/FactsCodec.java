package paredown.code.facts;

import com.fasterxml.jackson.core.JsonGenerator;
import com.fasterxml.jackson.core.JsonParser;
import com.fasterxml.jackson.core.JsonToken;
import com.fasterxml.jackson.dataformat.smile.SmileFactory;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.EnumSet;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import javax.lang.model.element.Modifier;
import paredown.code.compile.Problem;

/**
 * Facts of a file as bytes and back: one Smile array of numbers and texts, in the order of the components of the records. A text that was
 * there before is its number.
 */
public final class FactsCodec {
    private static final SmileFactory SMILE = new SmileFactory();
    private static final Modifier[] MODIFIERS = Modifier.values();

    private FactsCodec() {}

    public record Decoded(List<TypeFacts> types, List<Problem> problems) {}

    static byte[] encoded(List<TypeFacts> types, List<Problem> problems) {
        ByteArrayOutputStream bytes = new ByteArrayOutputStream();
        try (JsonGenerator generator = SMILE.createGenerator(bytes)) {
            Pen pen = new Pen(generator);
            generator.writeStartArray();
            pen.list(types, pen::type);
            pen.list(problems, pen::problem);
            generator.writeEndArray();
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
        return bytes.toByteArray();
    }

    static Decoded decoded(Path file, boolean test, byte[] bytes) {
        try (JsonParser parser = SMILE.createParser(bytes)) {
            parser.nextToken();
            Reader reader = new Reader(parser, file, test);
            return new Decoded(reader.list(reader::type), reader.list(reader::problem));
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    private interface Writes<T> {
        void write(T value) throws IOException;
    }

    private interface Reads<T> {
        T read() throws IOException;
    }

    private static final class Pen {
        private final JsonGenerator out;
        private final Map<String, Integer> known = new HashMap<>();

        Pen(JsonGenerator out) {
            this.out = out;
        }

        <T> void list(List<T> values, Writes<T> each) throws IOException {
            out.writeNumber(values.size());
            for (T value : values) {
                each.write(value);
            }
        }

        private void number(int number) throws IOException {
            out.writeNumber(number);
        }

        private void text(String text) throws IOException {
            Integer number = known.putIfAbsent(text, known.size());
            if (number == null) {
                out.writeString(text);
            } else {
                out.writeNumber(number);
            }
        }

        private void optional(Optional<String> text) throws IOException {
            list(text.stream().toList(), this::text);
        }

        private void modifiers(Set<Modifier> modifiers) throws IOException {
            int bits = 0;
            for (Modifier modifier : modifiers) {
                bits |= 1 << modifier.ordinal();
            }
            number(bits);
        }

        void type(TypeFacts type) throws IOException {
            text(type.name());
            text(type.simpleName());
            text(type.packageName());
            number(type.kind().ordinal());
            modifiers(type.modifiers());
            number(type.line());
            number(type.codeLines());
            optional(type.superclass());
            list(type.interfaces(), this::text);
            optional(type.enclosing());
            list(type.members(), this::member);
            list(type.references(), this::reference);
            list(type.unresolved(), this::text);
            list(type.commentedOut(), this::place);
        }

        private void member(MemberFacts member) throws IOException {
            text(member.symbol());
            text(member.name());
            number(member.kind().ordinal());
            modifiers(member.modifiers());
            number(member.line());
            number(member.endLine());
            number(member.codeLines());
            number(member.complexity());
            list(member.parameters(), this::parameter);
            text(member.type());
            list(member.annotations(), this::text);
            number(member.overrides() ? 1 : 0);
            list(member.references(), this::reference);
            body(member.body());
        }

        private void body(BodyFacts body) throws IOException {
            list(body.locals(), this::local);
            list(body.statements(), this::statement);
            list(body.conditions(), this::condition);
            list(body.selections(), this::selection);
            list(body.literals(), this::literal);
            list(body.implicitCalls(), this::text);
            list(body.outside(), this::outside);
            list(body.callArguments(), this::arguments);
            list(body.closures(), this::closure);
        }

        private void closure(ClosureFacts closure) throws IOException {
            text(closure.type());
            list(closure.methods(), this::text);
            slice(closure.references());
            slice(closure.outside());
            slice(closure.implicitCalls());
            number(closure.kept() ? 1 : 0);
        }

        private void slice(ClosureFacts.Slice slice) throws IOException {
            number(slice.from());
            number(slice.to());
        }

        private void outside(OutsideCall call) throws IOException {
            text(call.method());
            text(call.receiver());
            list(call.given(), this::text);
            list(call.held(), this::text);
            list(call.reflected(), this::text);
            list(call.passed(), this::passed);
        }

        private void passed(OutsideCall.Passed passed) throws IOException {
            number(passed.parameter());
            text(passed.type());
            number(passed.role().ordinal());
        }

        private void arguments(CallArgumentFacts arguments) throws IOException {
            text(arguments.target());
            list(arguments.arguments(), one -> number(one - CallArgumentFacts.OTHER));
        }

        private void local(LocalFacts local) throws IOException {
            text(local.name());
            text(local.type());
            number(local.line());
            list(local.reads(), this::number);
            list(local.writes(), this::number);
        }

        private void condition(ConditionFacts condition) throws IOException {
            place(condition.place());
            number(condition.terms());
            number(condition.negations());
            list(condition.asked(), this::text);
            text(condition.text());
            text(condition.subject());
            text(condition.type());
            number(condition.named() ? 1 : 0);
        }

        private void selection(SelectionFacts selection) throws IOException {
            number(selection.line());
            text(selection.subject());
            text(selection.type());
            list(selection.labels(), this::text);
        }

        private void literal(LiteralFacts literal) throws IOException {
            place(literal.place());
            text(literal.text());
        }

        private void place(PlaceFacts place) throws IOException {
            number(place.line());
            number(place.column());
            number(place.endLine() - place.line());
            number(place.endColumn());
        }

        private void reference(Reference reference) throws IOException {
            text(reference.target());
            text(reference.owner());
            text(reference.through());
            number(reference.kind().ordinal() * 2 + (reference.inProject() ? 1 : 0));
            number(reference.line());
        }

        private void parameter(ParameterFacts parameter) throws IOException {
            text(parameter.name());
            text(parameter.type());
            number(parameter.worked());
            number(parameter.handed());
            number(parameter.written() ? 1 : 0);
        }

        private void statement(StatementFacts statement) throws IOException {
            number(statement.line());
            number(statement.endLine() - statement.line());
            number(statement.depth());
            number(statement.shape());
            number(statement.size() * 4 + (statement.first() ? 2 : 0) + (statement.leaves() ? 1 : 0));
        }

        void problem(Problem problem) throws IOException {
            number(problem.line());
            text(problem.code());
            text(problem.message());
        }
    }

    private static final class Reader {
        private final JsonParser in;
        private final Path file;
        private final boolean test;
        private final List<String> known = new ArrayList<>();

        Reader(JsonParser in, Path file, boolean test) {
            this.in = in;
            this.file = file;
            this.test = test;
        }

        <T> List<T> list(Reads<T> each) throws IOException {
            int size = number();
            List<T> values = new ArrayList<>(size);
            for (int i = 0; i < size; i++) {
                values.add(each.read());
            }
            return values;
        }

        private int number() throws IOException {
            in.nextToken();
            return in.getIntValue();
        }

        private String text() throws IOException {
            if (in.nextToken() == JsonToken.VALUE_STRING) {
                known.add(in.getText());
                return known.get(known.size() - 1);
            }
            return known.get(in.getIntValue());
        }

        private Optional<String> optional() throws IOException {
            return list(this::text).stream().findFirst();
        }

        private Set<Modifier> modifiers() throws IOException {
            int bits = number();
            Set<Modifier> modifiers = EnumSet.noneOf(Modifier.class);
            for (Modifier modifier : MODIFIERS) {
                if ((bits & 1 << modifier.ordinal()) != 0) {
                    modifiers.add(modifier);
                }
            }
            return modifiers;
        }

        TypeFacts type() throws IOException {
            return new TypeFacts(
                    text(),
                    text(),
                    text(),
                    TypeFacts.Kind.values()[number()],
                    modifiers(),
                    file,
                    test,
                    number(),
                    number(),
                    optional(),
                    list(this::text),
                    optional(),
                    list(this::member),
                    list(this::reference),
                    list(this::text),
                    list(this::place));
        }

        private MemberFacts member() throws IOException {
            return new MemberFacts(
                    text(),
                    text(),
                    MemberFacts.Kind.values()[number()],
                    modifiers(),
                    number(),
                    number(),
                    number(),
                    number(),
                    list(this::parameter),
                    text(),
                    list(this::text),
                    number() != 0,
                    list(this::reference),
                    body());
        }

        private BodyFacts body() throws IOException {
            return new BodyFacts(
                    list(this::local),
                    list(this::statement),
                    list(this::condition),
                    list(this::selection),
                    list(this::literal),
                    list(this::text),
                    list(this::outside),
                    list(this::arguments),
                    list(this::closure));
        }

        private ClosureFacts closure() throws IOException {
            return new ClosureFacts(text(), list(this::text), slice(), slice(), slice(), number() == 1);
        }

        private ClosureFacts.Slice slice() throws IOException {
            return new ClosureFacts.Slice(number(), number());
        }

        private OutsideCall outside() throws IOException {
            return new OutsideCall(
                    text(), text(), list(this::text), list(this::text), list(this::text), list(this::passed));
        }

        private OutsideCall.Passed passed() throws IOException {
            return new OutsideCall.Passed(number(), text(), OutsideCall.Role.values()[number()]);
        }

        private CallArgumentFacts arguments() throws IOException {
            return new CallArgumentFacts(text(), list(() -> number() + CallArgumentFacts.OTHER));
        }

        private LocalFacts local() throws IOException {
            return new LocalFacts(text(), text(), number(), list(this::number), list(this::number));
        }

        private ConditionFacts condition() throws IOException {
            return new ConditionFacts(
                    place(), number(), number(), list(this::text), text(), text(), text(), number() == 1);
        }

        private SelectionFacts selection() throws IOException {
            return new SelectionFacts(number(), text(), text(), list(this::text));
        }

        private LiteralFacts literal() throws IOException {
            return new LiteralFacts(place(), text());
        }

        private PlaceFacts place() throws IOException {
            int line = number();
            return new PlaceFacts(line, number(), line + number(), number());
        }

        private Reference reference() throws IOException {
            String target = text();
            String owner = text();
            String through = text();
            int kind = number();
            return new Reference(target, owner, through, Reference.Kind.values()[kind / 2], number(), kind % 2 != 0);
        }

        private ParameterFacts parameter() throws IOException {
            return new ParameterFacts(text(), text(), number(), number(), number() != 0);
        }

        private StatementFacts statement() throws IOException {
            int line = number();
            int endLine = line + number();
            int depth = number();
            int shape = number();
            int size = number();
            return new StatementFacts(line, endLine, depth, shape, size / 4, (size & 2) != 0, (size & 1) != 0);
        }

        Problem problem() throws IOException {
            return new Problem(file, number(), text(), text());
        }
    }
}
