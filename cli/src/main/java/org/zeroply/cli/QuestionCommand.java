package org.zeroply.cli;

import com.fasterxml.jackson.core.JsonGenerator;
import java.io.IOException;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.concurrent.Callable;
import org.jspecify.annotations.Nullable;
import org.zeroply.asking.Amount;
import org.zeroply.asking.Asked;
import org.zeroply.asking.CoachQuestion;
import org.zeroply.asking.Fact;
import org.zeroply.asking.Given;
import org.zeroply.asking.Parameter;
import org.zeroply.asking.QuestionReport;
import org.zeroply.ending.ExactEndings;
import org.zeroply.gametree.GameTree;
import org.zeroply.notation.Language;
import org.zeroply.rules.Position;
import org.zeroply.rules.Side;
import org.zeroply.search.Calculator;
import org.zeroply.search.Effort;
import org.zeroply.search.Limit;
import org.zeroply.store.FileShelf;
import org.zeroply.work.Cancel;
import picocli.CommandLine;
import picocli.CommandLine.Model.ArgSpec;
import picocli.CommandLine.Model.CommandSpec;
import picocli.CommandLine.Model.OptionSpec;
import picocli.CommandLine.Model.PositionalParamSpec;
import picocli.CommandLine.ParameterException;

/**
 * A coach's question on the command line. Its options are made from the question's parameters, so a new question gets its
 * command, its text and its JSON by standing in the registry.
 */
final class QuestionCommand implements Callable<Integer> {
    private final CoachQuestion<?> question;
    private final CommandSpec spec;

    private QuestionCommand(CoachQuestion<?> question) {
        this.question = question;
        spec = CommandSpec.wrapWithoutInspection(this).name(question.command()).mixinStandardHelpOptions(true);
        spec.usageMessage().description(question.explanation());
    }

    /** The command of a question. */
    static CommandLine of(CoachQuestion<?> question) {
        QuestionCommand command = new QuestionCommand(question);
        command.define();
        return new CommandLine(command.spec);
    }

    private void define() {
        spec.addPositional(PositionalParamSpec.builder()
                .index("0")
                .paramLabel("FEN")
                .type(String.class)
                .required(true)
                .build());
        option("--json", Boolean.class, false, "print JSON");
        option("--effort", Effort.class, Effort.LOOK, "GLANCE, LOOK or DEEP");
        option("--nodes", Long.class, 0L, "so many positions instead, for each calculation");
        option("--ms", Long.class, 0L, "so many milliseconds instead, for each calculation");
        option("--threads", Integer.class, Runtime.getRuntime().availableProcessors(), "1 to 64");
        option("--table", Integer.class, Calculator.DEFAULT_TABLE_MEGABYTES, "megabytes of the table, 1 to 8192");
        spec.addOption(OptionSpec.builder("--endings")
                .type(Path.class)
                .description("folder of solved endings; default: that of the window")
                .build());
        for (Parameter<?> parameter : question.parameters()) {
            switch (parameter) {
                case Parameter.Count number ->
                    option(
                            "--" + number.name(),
                            Integer.class,
                            number.usual(),
                            number.least() + " to " + number.most());
                case Parameter.Flag flag -> option("--" + flag.name(), Boolean.class, flag.usual(), "");
                case Parameter.OneSide side ->
                    spec.addOption(OptionSpec.builder("--" + side.name())
                            .type(Side.class)
                            .description("WHITE or BLACK; default: the side to move")
                            .build());
                case Parameter.Words words -> words(words);
            }
        }
    }

    private void option(String name, Class<?> type, Object usual, String description) {
        spec.addOption(OptionSpec.builder(name)
                .type(type)
                .defaultValue(usual.toString())
                .arity(type == Boolean.class ? "0" : "1")
                .description(type == Boolean.class ? description : description + "; default: ${DEFAULT-VALUE}")
                .build());
    }

    /** Words without a name stand behind the position. */
    private void words(Parameter.Words words) {
        if (words.name().isEmpty()) {
            spec.addPositional(PositionalParamSpec.builder()
                    .index("1..*")
                    .arity(words.isNeeded() ? "1..*" : "0..*")
                    .paramLabel("WORDS")
                    .type(List.class)
                    .auxiliaryTypes(String.class)
                    .description(org.zeroply.words.Words.of(words.words()))
                    .build());
        } else {
            spec.addOption(OptionSpec.builder("--" + words.name())
                    .type(String.class)
                    .description(org.zeroply.words.Words.of(words.words()))
                    .build());
        }
    }

    @Override
    public Integer call() throws IOException {
        Position position = ZeroPly.position(spec.commandLine(), value("FEN", String.class, ""));
        Path folder = this.<@Nullable Path>value("--endings", Path.class, null);
        ExactEndings endings = new ExactEndings(folder == null ? FileShelf.usual() : new FileShelf(folder));
        Asked asked = new Asked(
                GameTree.of(position),
                GameTree.ROOT,
                Language.ENGLISH,
                amount(),
                given(),
                endings.before(calculator()),
                endings,
                endings,
                part -> {},
                new Cancel());
        QuestionReport report = question.answer(asked, partial -> {});
        if (report.isRefusal()) {
            throw wrong(report.headline());
        }
        if (value("--json", Boolean.class, false)) {
            ZeroPly.printJson(spec.commandLine().getOut(), generator -> write(generator, report.facts()));
        } else {
            print(report);
        }
        return 0;
    }

    private ParameterException wrong(String reason) {
        return new ParameterException(spec.commandLine(), reason);
    }

    private Amount amount() {
        long nodes = value("--nodes", Long.class, 0L);
        long millis = value("--ms", Long.class, 0L);
        if (nodes < 0 || millis < 0) {
            throw wrong("limits must not be negative");
        }
        return nodes > 0 || millis > 0
                ? Amount.fixed(new Limit(nodes > 0 ? 0 : millis, nodes, 0))
                : Amount.of(value("--effort", Effort.class, Effort.LOOK));
    }

    private Calculator calculator() {
        int threads = value("--threads", Integer.class, 1);
        int megabytes = value("--table", Integer.class, 1);
        if (threads < 1 || threads > 64) {
            throw wrong("1 to 64 threads can calculate, not " + threads);
        }
        if (megabytes < 1 || megabytes > 8192) {
            throw wrong("the table has 1 to 8192 megabytes, not " + megabytes);
        }
        return new Calculator(megabytes, threads);
    }

    private Given given() {
        Given given = Given.NOTHING;
        for (Parameter<?> parameter : question.parameters()) {
            String name = "--" + parameter.name();
            switch (parameter) {
                case Parameter.Count number -> {
                    int value = value(name, Integer.class, number.usual());
                    if (value < number.least() || value > number.most()) {
                        throw wrong(name + " takes " + number.least() + " to " + number.most() + ", not " + value);
                    }
                    given = given.with(number, value);
                }
                case Parameter.Flag flag -> given = given.with(flag, value(name, Boolean.class, flag.usual()));
                case Parameter.OneSide side ->
                    given = given.with(side, this.<@Nullable Side>value(name, Side.class, null));
                case Parameter.Words words -> given = given.with(words, typed(words));
            }
        }
        return given;
    }

    private String typed(Parameter.Words words) {
        if (!words.name().isEmpty()) {
            return value("--" + words.name(), String.class, "");
        }
        List<String> all = new ArrayList<>();
        spec.commandLine().getParseResult().matchedPositionals().forEach(each -> {
            if (each.paramLabel().equals("WORDS")) {
                each.stringValues().forEach(all::add);
            }
        });
        return String.join(" ", all);
    }

    /** The value of an option by its name, or of a positional parameter by its label. */
    private <T extends @Nullable Object> T value(String name, Class<?> type, T otherwise) {
        for (ArgSpec each : spec.args()) {
            boolean is = each instanceof OptionSpec option
                    ? option.longestName().equals(name)
                    : each.paramLabel().equals(name);
            if (is) {
                Object value = each.getValue();
                @SuppressWarnings("unchecked") // the options were defined with these types
                T found = (T) type.cast(value);
                return found == null ? otherwise : found;
            }
        }
        return otherwise;
    }

    // ---- what is printed

    private void print(QuestionReport report) {
        var out = spec.commandLine().getOut();
        out.println(report.grounds().isEmpty() ? report.headline() : report.headline() + " (" + report.grounds() + ")");
        report.rows().forEach(row -> print(row, "  "));
    }

    /** A row with all that stands under it, but for the endless: replies to proven mates and to checks. */
    private void print(QuestionReport.Row row, String indent) {
        String text = row.text().isEmpty()
                ? row.detail()
                : row.detail().isEmpty() ? row.text() : row.text() + ": " + row.detail();
        spec.commandLine().getOut().println(indent + text);
        if (row.hasChildren() && indent.length() < 4) {
            row.children().get().forEach(under -> print(under, indent + "  "));
        }
    }

    private static void write(JsonGenerator generator, Fact fact) throws IOException {
        switch (fact) {
            case Fact.Text text -> generator.writeString(text.text());
            case Fact.Whole whole -> generator.writeNumber(whole.number());
            case Fact.Real real -> generator.writeNumber(real.number());
            case Fact.Truth truth -> generator.writeBoolean(truth.holds());
            case Fact.Many many -> {
                generator.writeStartArray();
                for (Fact each : many.facts()) {
                    write(generator, each);
                }
                generator.writeEndArray();
            }
            case Fact.Named named -> {
                generator.writeStartObject();
                for (Map.Entry<String, Fact> each : named.facts().entrySet()) {
                    generator.writeFieldName(each.getKey());
                    write(generator, each.getValue());
                }
                generator.writeEndObject();
            }
        }
    }
}
