package org.zeroply.store;

import java.io.IOException;
import java.time.Instant;
import java.time.LocalDateTime;
import java.time.ZoneOffset;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.stream.Collectors;
import org.zeroply.analysis.LessonReport;
import org.zeroply.coaching.Block;
import org.zeroply.coaching.Lesson;
import org.zeroply.coaching.Sitting;
import org.zeroply.coaching.Student;
import org.zeroply.coaching.When;
import org.zeroply.gametree.Game;
import org.zeroply.repertoire.Answer;
import org.zeroply.repertoire.Repertoire;
import org.zeroply.rules.Side;
import org.zeroply.task.Paper;
import org.zeroply.task.Script;

/**
 * One document of every kind, a setting and imports, each of which says a number: what tests write while a process is killed or
 * a disk fails, and look for afterwards. The ids are those of a workbook that {@link #begin} has just filled.
 */
final class Numbered {
    /** What says a number; an import says the last one that is there with all its games. */
    static final List<String> ALL =
            List.of("game", "repertoire", "paper", "student", "sitting", "report", "setting", "lesson", "import");

    private static final int GAMES_OF_AN_IMPORT = 20;
    private static final int MOST_GAMES = 3_000;
    private static final Instant NOON = Instant.parse("2026-11-25T12:00:00Z");
    private static final RepertoireShelf.Title TITLE = new RepertoireShelf.Title("With 1.c4", Side.WHITE, "", "");
    private static final LessonReport DRAFT = new LessonReport(Side.WHITE, "0", "", "", "", List.of(), "", "");

    private Numbered() {}

    /** Adds what is not there yet; says nothing before all of it is. */
    static void begin(Workbook workbook) {
        if (workbook.games().count() == 0) {
            workbook.games().add(Books.game("[White \"Numbered\"]\n1.d4 d5 *"), "add");
        }
        if (workbook.repertoires().list().isEmpty()) {
            workbook.repertoires().add(TITLE, Books.repertoire("c4 e6"), "add");
        }
        if (workbook.papers().list().isEmpty()) {
            workbook.papers().add(Samples.paper("0", 2), "add");
        }
        if (workbook.sittings().students().isEmpty()) {
            workbook.sittings().keep(new Student(0, "Zabel, Nora", 0));
        }
        if (workbook.diary().underWay().isEmpty()) {
            workbook.diary().add(held(0), "add");
        }
        if (workbook.sittings().list().isEmpty()) {
            Student student = workbook.sittings().students().getFirst();
            workbook.sittings().begin(1, Samples.paper("Basis", 2), student, NOON);
        }
    }

    private static Lesson held(int number) {
        When noon = When.once(LocalDateTime.of(2026, 11, 25, 12, 0), ZoneOffset.UTC, 60);
        List<Block> blocks = List.of(
                Block.of(Block.Kind.FREE, 30, "First", null, "").withState(Block.State.DONE, number),
                Block.of(Block.Kind.FREE, 30, "Then", null, ""));
        return Lesson.of(List.of(1L), noon).withBlocks(blocks).begin(NOON);
    }

    /** Returns when it is on the disk. */
    static void write(Workbook workbook, String what, long number) throws IOException {
        String text = Long.toString(number);
        switch (what) {
            case "game" -> {
                Game game = workbook.games().read(1);
                workbook.games().save(1, game.with(game.tags().with("Event", text)), "", "edit");
            }
            case "repertoire" -> {
                Repertoire before = workbook.repertoires().read(1);
                workbook.repertoires().save(1, before, Books.reason(before, text), "", "edit");
            }
            case "paper" -> {
                Paper before = workbook.papers().read(1);
                workbook.papers().save(1, before, before.withName(text), "", "edit");
            }
            case "student" -> {
                Student student = workbook.sittings().students().getFirst();
                workbook.sittings().keep(new Student(student.id(), student.name(), (int) number));
            }
            case "sitting" -> {
                Sitting.Attempt attempt = workbook.sittings().read(1).tasks().getLast();
                workbook.sittings().save(1, 1, attempt.with(Script.EMPTY.withChoice(text)), NOON.plusSeconds(number));
            }
            case "report" -> workbook.reports().keep(1, DRAFT.withTitle(text));
            case "setting" -> workbook.settings().set("number", text);
            case "lesson" -> workbook.diary().save(held((int) number).withId(1), "edit");
            case "import" -> {
                if (workbook.games().count() < MOST_GAMES) {
                    StringBuilder pgn = new StringBuilder();
                    for (int i = 0; i < GAMES_OF_AN_IMPORT; i++) {
                        pgn.append("[White \"Loaded ")
                                .append(number)
                                .append('.')
                                .append(i);
                        pgn.append("\"]\n1.d4 Nf6 2.c4 e6 3.Nc3 d5 1/2-1/2\n\n");
                    }
                    Books.take(workbook, pgn.toString());
                }
            }
            default -> throw new AssertionError(what);
        }
    }

    static long read(Workbook workbook, String what) {
        String text = switch (what) {
            case "game" -> workbook.games().read(1).tags().get("Event");
            case "repertoire" ->
                workbook.repertoires().read(1).root().answers().getFirst().note(Answer.Note.REASON);
            case "paper" -> workbook.papers().read(1).name();
            case "student" ->
                Integer.toString(workbook.sittings().students().getFirst().rating());
            case "sitting" ->
                workbook.sittings().read(1).tasks().getLast().script().choice();
            case "report" -> workbook.reports().read(1, DRAFT).title();
            case "setting" -> workbook.settings().get("number").orElse("");
            case "lesson" -> Integer.toString(secondsHeld(workbook));
            case "import" -> Long.toString(lastImport(workbook));
            default -> throw new AssertionError(what);
        };
        return text.isEmpty() ? 0 : Long.parseLong(text);
    }

    /** What was logged of the first block, if the lesson goes on with the second as it should. */
    private static int secondsHeld(Workbook workbook) {
        Lesson lesson = workbook.diary().underWay().getFirst();
        boolean goesOn = lesson.next().isEmpty()
                && lesson.current()
                        .filter(block -> block.title().equals("Then"))
                        .isPresent();
        return goesOn ? lesson.blocks().getFirst().seconds() : -1;
    }

    private static long lastImport(Workbook workbook) {
        return imports(workbook).stream().mapToLong(Long::longValue).max().orElse(0);
    }

    /** The imports that are there with all their games; one that nobody acknowledged may be there in part. */
    static Set<Long> imports(Workbook workbook) {
        Map<Long, Long> games = workbook.read(handle ->
                handle
                        .createQuery("select white from game where white like 'Loaded %'")
                        .mapTo(String.class)
                        .list()
                        .stream()
                        .map(white -> Long.parseLong(white.substring("Loaded ".length(), white.indexOf('.'))))
                        .collect(Collectors.groupingBy(number -> number, Collectors.counting())));
        return games.entrySet().stream()
                .filter(each -> each.getValue() == GAMES_OF_AN_IMPORT)
                .map(Map.Entry::getKey)
                .collect(Collectors.toSet());
    }
}
