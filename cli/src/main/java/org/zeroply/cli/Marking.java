package org.zeroply.cli;

import com.fasterxml.jackson.core.JsonGenerator;
import java.io.IOException;
import java.io.InputStream;
import java.io.PrintWriter;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import org.jspecify.annotations.Nullable;
import org.zeroply.coaching.Opponent;
import org.zeroply.ending.ExactEndings;
import org.zeroply.rules.Position;
import org.zeroply.search.Analyst;
import org.zeroply.search.Calculator;
import org.zeroply.search.Limit;
import org.zeroply.store.FileShelf;
import org.zeroply.task.AttainablePoints;
import org.zeroply.task.MarkEvidence;
import org.zeroply.task.MarkedPage;
import org.zeroply.task.MarkedScript;
import org.zeroply.task.MarkedScript.MarkedItem;
import org.zeroply.task.MarkedScript.MarkedLine;
import org.zeroply.task.Marker;
import org.zeroply.task.Paper;
import org.zeroply.task.Points;
import org.zeroply.task.SchemeFault;
import org.zeroply.task.Script;
import org.zeroply.task.ScriptText;
import org.zeroply.task.Task;
import org.zeroply.task.TaskCheck;
import org.zeroply.task.TaskPgn;
import org.zeroply.work.Cancel;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Option;
import picocli.CommandLine.Parameters;

/** Tasks on the command line: marking scripts, and going over papers. */
final class Marking {
    private static final long JUDGE_MILLIS = 1_000;

    private Marking() {}

    /** Reads a paper and tells what could not be read. */
    private static TaskPgn.Contents read(Path file, ZeroPly.Base command) throws IOException {
        try (InputStream in = InputFile.open(file)) {
            TaskPgn.Contents contents = TaskPgn.read(in);
            contents.gameFaults()
                    .forEach(fault -> command.line()
                            .getErr()
                            .println(file + ", line " + fault.line() + ": "
                                    + (fault.token().isEmpty() ? "" : fault.token() + ": ") + fault.reason()));
            contents.faults()
                    .forEach(fault -> command.line()
                            .getErr()
                            .println(file + ", game " + fault.game() + ", " + fault.place() + ": " + fault.reason()));
            if (contents.paper().tasks().isEmpty()) {
                throw new IOException(file + " holds no task");
            }
            return contents;
        }
    }

    @Command(name = "mark", description = "Mark a script written as plain lines.")
    static final class Mark extends ZeroPly.Base {
        @Parameters(index = "0", paramLabel = "PAPER.pgn")
        Path paper = Path.of("");

        @Parameters(index = "1", paramLabel = "SCRIPT.txt")
        Path script = Path.of("");

        @Override
        public Integer call() throws IOException {
            TaskPgn.Contents contents = read(paper, this);
            List<Task> tasks = contents.paper().tasks();
            ScriptText.Contents scripts = ScriptText.read(InputFile.text(script));
            scripts.faults()
                    .forEach(fault -> line().getErr()
                            .println(script + ", line " + fault.row() + ": \"" + fault.kind() + ": " + fault.value()
                                    + "\" makes no sense and is left out"));
            boolean faults = !contents.faults().isEmpty() || !scripts.faults().isEmpty();
            for (int number : scripts.scripts().keySet()) {
                if (number > tasks.size()) {
                    line().getErr()
                            .println(script + ": there is no task " + number + "; the paper has " + tasks.size());
                    faults = true;
                }
            }
            List<MarkedScript> marked = new ArrayList<>();
            List<MarkedPage> pages = new ArrayList<>();
            for (int i = 0; i < tasks.size(); i++) {
                Script written = scripts.scripts().getOrDefault(i + 1, Script.EMPTY);
                marked.add(Marker.mark(tasks.get(i), written, evidence(tasks.get(i), written)));
                pages.add(MarkedPage.of(tasks.get(i), written, marked.getLast()));
            }
            if (json) {
                printJson(generator -> json(generator, marked, pages));
            } else {
                for (int i = 0; i < marked.size(); i++) {
                    print(i + 1, pages.get(i));
                }
                out().printf("%s out of %s%n", sum(marked, false), sum(marked, true));
            }
            return faults ? ZeroPly.FAULTS : 0;
        }

        /** Verdicts on refutations that the solution does not have. */
        private static List<MarkEvidence> evidence(Task task, Script script) {
            List<Position> open = Marker.undecided(task, script, List.of());
            if (open.isEmpty()) {
                return List.of();
            }
            ExactEndings endings = new ExactEndings(FileShelf.usual());
            Opponent judge = new Opponent(endings, JUDGE_MILLIS);
            Analyst calculator = endings.before(new Calculator(Calculator.DEFAULT_TABLE_MEGABYTES, 1));
            return open.stream()
                    .map(position -> judge.judge(position, calculator, new Cancel()))
                    .toList();
        }

        private static Points sum(List<MarkedScript> marked, boolean possible) {
            return marked.stream()
                    .map(each -> possible ? each.outOf() : each.points())
                    .reduce(Points.ZERO, Points::plus);
        }

        private void print(int number, MarkedPage page) {
            out().printf("Task %d: %s out of %s%n", number, page.points(), page.outOf());
            page.choice().ifPresent(choice -> {
                out().printf("  %4s  %s%n", choice.points(), choice.isMove() ? "choice " + choice.move() : "answers");
                print(choice.earned());
            });
            for (MarkedPage.Row row : page.rows()) {
                String verdict = row.verdict().isEmpty() ? "" : " | " + row.verdict();
                out().printf("  %4s  %d. %s%s%n", row.points(), row.number(), row.inFull(), verdict);
                print(row.earned());
                if (!row.uncounted().isEmpty()) {
                    out().printf("           %s%n", row.uncounted());
                }
            }
            for (MarkedPage.Missed missed : page.missed()) {
                out().printf("  missing  %s  %s: %s%n", missed.worth(), missed.label(), missed.reason());
            }
            if (!page.lost().isZero()) {
                out().printf("  wrong choice: %s off%n", page.lost());
            }
        }

        private void print(List<MarkedPage.Earned> earned) {
            for (MarkedPage.Earned each : earned) {
                out().printf("           %s  %s%n", each.points(), each.reason());
            }
        }

        private static void json(JsonGenerator generator, List<MarkedScript> marked, List<MarkedPage> pages)
                throws IOException {
            generator.writeStartObject();
            generator.writeStringField("points", sum(marked, false).plain());
            generator.writeStringField("outOf", sum(marked, true).plain());
            generator.writeArrayFieldStart("tasks");
            for (int i = 0; i < marked.size(); i++) {
                MarkedScript each = marked.get(i);
                generator.writeStartObject();
                generator.writeStringField("points", each.points().plain());
                generator.writeStringField("outOf", each.outOf().plain());
                generator.writeArrayFieldStart("items");
                for (MarkedItem item : each.items()) {
                    json(generator, item);
                }
                generator.writeEndArray();
                generator.writeArrayFieldStart("lines");
                for (MarkedLine line : each.lines()) {
                    generator.writeStartObject();
                    generator.writeNumberField("row", line.line().row());
                    generator.writeNumberField("counted", line.counted());
                    generator.writeStringField("points", line.points().plain());
                    generator.writeStringField("remark", line.uncounted());
                    generator.writeBooleanField("outside", line.isOutside());
                    generator.writeEndObject();
                }
                generator.writeEndArray();
                generator.writeArrayFieldStart("missed");
                for (MarkedPage.Missed missed : pages.get(i).missed()) {
                    generator.writeStartObject();
                    generator.writeStringField("label", missed.label());
                    generator.writeStringField("points", missed.worth().plain());
                    generator.writeStringField("reason", missed.reason());
                    generator.writeEndObject();
                }
                generator.writeEndArray();
                generator.writeEndObject();
            }
            generator.writeEndArray();
            generator.writeEndObject();
        }

        private static void json(JsonGenerator generator, MarkedItem item) throws IOException {
            generator.writeStartObject();
            generator.writeStringField("label", item.item().label());
            generator.writeBooleanField("met", item.isMet());
            generator.writeStringField("points", item.earned().plain());
            generator.writeNumberField("row", item.row());
            generator.writeStringField("reason", item.reason());
            if (!item.parts().isEmpty()) {
                generator.writeArrayFieldStart("parts");
                for (MarkedItem part : item.parts()) {
                    json(generator, part);
                }
                generator.writeEndArray();
            }
            generator.writeEndObject();
        }
    }

    @Command(
            name = "task",
            description = "Papers of tasks.",
            subcommands = {Check.class})
    static final class TaskCommand extends ZeroPly.Base {
        @Override
        public Integer call() {
            line().usage(out());
            return ZeroPly.BAD_INPUT;
        }
    }

    @Command(name = "check", description = "Go over the schemes and solutions of a paper.")
    static final class Check extends Calculating.Base {
        @Parameters(index = "0", paramLabel = "PAPER.pgn")
        Path paper = Path.of("");

        @Mixin
        private final Calculating.Span span = new Calculating.Span("a position", 300);

        @Option(names = "--margin", description = "of a point; moves within it are as good; default: ${DEFAULT-VALUE}")
        double margin = TaskCheck.USUAL_MARGIN;

        @Override
        public Integer call() throws IOException {
            Limit limit = span.limit(line());
            TaskPgn.Contents contents = read(paper, this);
            Analyst calculator = analyst();
            int faults = contents.faults().size();
            List<Task> tasks = contents.paper().tasks();
            List<Report> reports = new ArrayList<>();
            for (Task task : tasks) {
                AttainablePoints outOf = AttainablePoints.of(task);
                Report report = new Report(
                        outOf,
                        SchemeFault.of(task, outOf),
                        TaskCheck.of(task, limit, margin, calculator, progress -> {}, new Cancel()),
                        task);
                reports.add(report);
                faults += report.open();
            }
            if (json) {
                printJson(generator -> {
                    generator.writeStartArray();
                    for (Report report : reports) {
                        report.json(generator);
                    }
                    generator.writeEndArray();
                });
            } else {
                for (int i = 0; i < reports.size(); i++) {
                    reports.get(i).print(i + 1, out());
                }
                Paper whole = contents.paper();
                out().printf(
                                Locale.ROOT,
                                "%d tasks, %d minutes, out of %s; %d remarks%n",
                                tasks.size(),
                                whole.allowed(),
                                whole.outOf(),
                                faults);
            }
            return faults == 0 ? 0 : ZeroPly.FAULTS;
        }
    }

    /** What was found of one task. */
    private record Report(AttainablePoints outOf, List<SchemeFault> scheme, TaskCheck check, Task task) {
        int open() {
            return scheme.size()
                    + (int) check.remarks().stream().filter(this::isOpen).count();
        }

        private boolean isOpen(TaskCheck.Remark remark) {
            return remark.kind().isOpen() && remark.settled(task).isEmpty();
        }

        void print(int number, PrintWriter out) {
            out.printf("Task %d: out of %s%n", number, outOf.points());
            if (!check.dump().outOf().isZero()) {
                out.printf("  %s%n", check.dump().inWords());
            }
            scheme.forEach(fault -> out.printf("  %s%s%n", place(fault), fault.reason()));
            check.remarks()
                    .forEach(remark -> out.printf(
                            "  %s%s%n",
                            remark.text(),
                            remark.settled(task)
                                    .map(note -> " [accepted: " + note + "]")
                                    .orElse("")));
        }

        private @Nullable String label(SchemeFault fault) {
            return fault.item() < 0
                    ? null
                    : task.scheme()
                            .all()
                            .skip(fault.item())
                            .findFirst()
                            .orElseThrow()
                            .label();
        }

        private String place(SchemeFault fault) {
            String label = label(fault);
            return label == null ? "" : "item " + (fault.item() + 1) + " (" + label + "): ";
        }

        void json(JsonGenerator generator) throws IOException {
            generator.writeStartObject();
            generator.writeStringField("outOf", outOf.points().plain());
            generator.writeStringField("dump", check.dump().points().plain());
            generator.writeStringField("dumpOutOf", check.dump().outOf().plain());
            generator.writeArrayFieldStart("scheme");
            for (SchemeFault fault : scheme) {
                generator.writeString(place(fault) + fault.reason());
            }
            generator.writeEndArray();
            generator.writeArrayFieldStart("remarks");
            for (TaskCheck.Remark remark : check.remarks()) {
                generator.writeStartObject();
                for (Map.Entry<String, String> each : Map.of(
                                "kind", remark.kind().name(),
                                "text", remark.text(),
                                "note", remark.settled(task).orElse(""))
                        .entrySet()) {
                    generator.writeStringField(each.getKey(), each.getValue());
                }
                generator.writeEndObject();
            }
            generator.writeEndArray();
            generator.writeEndObject();
        }
    }
}
