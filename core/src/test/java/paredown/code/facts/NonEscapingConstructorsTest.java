package paredown.code.facts;

import static org.assertj.core.api.Assertions.assertThat;

import java.net.URISyntaxException;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.function.IntSupplier;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class NonEscapingConstructorsTest {
    private static final List<Object> ALL = new ArrayList<>();

    static class Plain {
        private final int[] hours;
        Object lock = this;

        Plain(int... hours) {
            this.hours = hours == null ? new int[0] : hours.clone();
        }
    }

    static class Below extends Plain {}

    static class KeepsFunction {
        private final IntSupplier later = () -> times();
        private final IntSupplier bound = this::times;

        int times() {
            return 1;
        }
    }

    static class KeepsItTwice extends KeepsFunction {
        protected final IntSupplier first = this::times;
        private final IntSupplier second = first;
    }

    static class RunsWhatAnotherKept extends KeepsItTwice {
        private final int now;

        RunsWhatAnotherKept() {
            now = first.getAsInt();
        }
    }

    static class RunsFunction extends KeepsFunction {
        private final IntSupplier now = this::times;
        private final int first;

        RunsFunction() {
            first = now.getAsInt();
        }
    }

    static class Calls {
        Calls() {
            start();
        }

        void start() {}
    }

    static class OneOfTwoCalls {
        OneOfTwoCalls() {}

        OneOfTwoCalls(int hours) {
            start();
        }

        void start() {}
    }

    static class IsSaid {
        private final String text = "at " + this;
    }

    static class IsHandedOn {
        IsHandedOn() {
            ALL.add(this);
        }
    }

    static class IsHandedOnByAnotherName {
        IsHandedOnByAnotherName(boolean go) {
            Object other = go ? this : "no";
            ALL.add(other);
        }
    }

    static class IsInAnArray {
        IsInAnArray() {
            Object[] all = {this};
            ALL.add(all);
        }
    }

    static class IsInAnother {
        IsInAnother(Plain plain) {
            plain.lock = this;
        }
    }

    static class BelowOneThatCalls extends Calls {}

    @ParameterizedTest
    @CsvSource({
        "java.lang.Object, true",
        "java.text.DateFormat, true",
        "java.text.NumberFormat, true",
        "java.text.MessageFormat, false",
        "java.io.FilterReader, true",
        "java.util.LinkedHashSet, false",
        "javax.swing.JPanel, false",
        "javax.swing.table.AbstractTableModel, true",
        "org.xml.sax.helpers.DefaultHandler, true",
        "meridian.Nowhere, false",
        "Plain, true",
        "Below, true",
        "KeepsFunction, true",
        "KeepsItTwice, true",
        "RunsWhatAnotherKept, false",
        "RunsFunction, false",
        "Calls, false",
        "OneOfTwoCalls, false",
        "IsSaid, false",
        "IsHandedOn, false",
        "IsHandedOnByAnotherName, false",
        "IsInAnArray, false",
        "IsInAnother, false",
        "BelowOneThatCalls, false"
    })
    void tellsWhoseConstructorsLeaveTheObjectAlone(String name, boolean quiet) throws URISyntaxException {
        Path classes = Path.of(NonEscapingConstructorsTest.class
                .getProtectionDomain()
                .getCodeSource()
                .getLocation()
                .toURI());
        String binary = name.contains(".") ? name : NonEscapingConstructorsTest.class.getName() + "$" + name;
        assertThat(NonEscapingConstructors.has(List.of(classes), binary)).isEqualTo(quiet);
    }
}
