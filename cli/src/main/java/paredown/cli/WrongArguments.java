package paredown.cli;

import java.util.Arrays;
import java.util.List;
import java.util.Locale;
import java.util.stream.Collectors;
import paredown.project.NearNames;
import picocli.CommandLine.MissingParameterException;
import picocli.CommandLine.Model.ArgSpec;
import picocli.CommandLine.Model.OptionSpec;
import picocli.CommandLine.MutuallyExclusiveArgsException;
import picocli.CommandLine.OverwrittenOptionException;
import picocli.CommandLine.ParameterException;
import picocli.CommandLine.UnmatchedArgumentException;

/** What to say of arguments that do not fit, in a line, as of everything else that is wrong. */
final class WrongArguments {
    private WrongArguments() {}

    static int report(Console console, ParameterException wrong) {
        console.err().println("pare: " + text(wrong));
        console.err()
                .println("  what it takes: "
                        + wrong.getCommandLine().getCommandSpec().qualifiedName() + " --help");
        return ExitCode.USAGE;
    }

    private static String text(ParameterException wrong) {
        if (wrong instanceof UnmatchedArgumentException unmatched) {
            return unmatched(unmatched);
        }
        if (wrong instanceof MissingParameterException missing) {
            return missing(missing);
        }
        if (wrong instanceof OverwrittenOptionException twice) {
            return "'" + name(twice.getOverwritten()) + "' is given more than once";
        }
        if (wrong instanceof MutuallyExclusiveArgsException || wrong.getArgSpec() == null) {
            return wrong.getMessage().replaceFirst("^Error: ", "");
        }
        String name = "'" + name(wrong.getArgSpec()) + "'";
        String value = wrong.getValue();
        return name + " takes " + kind(wrong.getArgSpec()) + (value == null ? "" : ", not '" + value + "'");
    }

    private static String unmatched(UnmatchedArgumentException wrong) {
        String argument = wrong.getUnmatched().get(0);
        boolean verb = wrong.getCommandLine().getCommand() instanceof VerbCommand;
        if (!argument.startsWith("-") && verb) {
            String name = wrong.getCommandLine().getCommandName();
            return "there is no '" + name + " " + argument + "', only "
                    + String.join(", ", wrong.getCommandLine().getSubcommands().keySet());
        }
        if (!argument.startsWith("-")) {
            return "'" + argument + "' is one argument too many";
        }
        String option = argument.replaceFirst("=.*", "");
        List<String> near = NearNames.of(
                option,
                wrong.getCommandLine().getCommandSpec().options().stream().map(OptionSpec::longestName));
        return "there is no option '" + option + "' here"
                + (near.isEmpty() ? "" : "; did you mean '" + near.get(0) + "'?");
    }

    private static String missing(MissingParameterException wrong) {
        boolean choice = wrong.getMessage().contains("one of");
        return wrong.getMissing().stream()
                        .map(WrongArguments::spelled)
                        .distinct()
                        .collect(Collectors.joining(choice ? " or " : " and "))
                + (wrong.getMissing().size() == 1 || choice ? " is" : " are") + " missing";
    }

    private static String spelled(ArgSpec argument) {
        if (!argument.isOption()) {
            return argument.paramLabel();
        }
        return argument.arity().max() == 0 ? name(argument) : name(argument) + " " + argument.paramLabel();
    }

    private static String name(ArgSpec argument) {
        return argument instanceof OptionSpec option ? option.longestName() : argument.paramLabel();
    }

    private static String kind(ArgSpec argument) {
        Class<?> type = argument.type();
        if (type.isEnum()) {
            return "one of "
                    + Arrays.stream(type.getEnumConstants())
                            .map(one -> one.toString().toLowerCase(Locale.ROOT))
                            .collect(Collectors.joining(", "));
        }
        boolean number = type == int.class || type == Integer.class || type == long.class;
        return number ? "a number" : "a value";
    }
}
