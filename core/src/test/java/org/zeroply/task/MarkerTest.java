package org.zeroply.task;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayList;
import java.util.Collections;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Random;
import java.util.Set;
import java.util.stream.Stream;
import org.junit.jupiter.api.Tag;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;
import org.zeroply.ending.ExactEndings;
import org.zeroply.ending.Shelf;
import org.zeroply.gametree.GameTree;
import org.zeroply.notation.San;
import org.zeroply.rules.Move;
import org.zeroply.rules.Position;
import org.zeroply.rules.Side;
import org.zeroply.work.Cancel;

/** Marking: a worked example with scripts of different quality, and what must hold for every script. */
class MarkerTest {
    private static final Task TASK = Ending.task();

    @Tag("long")
    @Test
    void theExampleIsTrueChess() {
        ExactEndings endings = new ExactEndings(Shelf.NONE);
        GameTree tree = TASK.solution();
        for (String line : List.of("Ke4", "Ke4 Kf7 Kf5", "Ke4 Kf7 Ke5", "Ke4 Ke8 Kf4", "Ke4 Kg8 Kf4")) {
            assertThat(white(endings, tree.positionAt(Papers.node(tree, line))))
                    .as(line)
                    .isEqualTo(1);
        }
        assertThat(tree.positionAt(Papers.node(tree, "Ke6 Ke8 f7+ Kf8 Kf6")).isStalemate())
                .isTrue();
    }

    /** 1 if White wins, 0 for a draw. */
    private static int white(ExactEndings endings, Position position) {
        return switch (endings.solve(position, new Cancel())) {
            case ExactEndings.Solved solved -> {
                int outcome = solved.solution().exact().outcome();
                yield position.sideToMove() == Side.WHITE ? outcome : -outcome;
            }
            case ExactEndings.ProvenWin won -> won.winner() == Side.WHITE ? 1 : -1;
            case ExactEndings.NotSolved open -> throw new AssertionError(position + ": " + open.reason());
        };
    }

    @Test
    void theTotalIsWhatOneScriptCanEarn() {
        AttainablePoints outOf = AttainablePoints.of(TASK);
        assertThat(outOf.isExact()).isTrue();
        assertThat(outOf.points()).as("the best of a group counts once").isEqualTo(Points.of(33));
        assertThat(SchemeFault.of(TASK)).isEmpty();
        assertThat(Marker.mark(TASK, outOf.model(), List.of()).points()).isEqualTo(Points.of(33));
    }

    @Test
    void aGoodScript() {
        MarkedScript marked = Papers.mark(
                TASK,
                "Ke4",
                "52.Ke4 Kf7 53.Kf5 Ke8 54.Kg6 | White is winning",
                "53...Kf8 54.Kg6 Kg8 55.Kf5 | +-",
                "52...Ke8 53.Kf4 Kd7 54.Kf5 | w++");
        assertThat(Papers.earned(marked)).isEqualTo("5 1 5 1 2 1 2 1 3 - - - - - - -");
        assertThat(marked.points()).isEqualTo(Points.of(21));
        assertThat(marked.lines()).extracting(line -> line.points().plain()).containsExactly("9", "3", "4");
        assertThat(marked.items().get(9).reason()).isEqualTo("the script stops after 52.Ke4: 52...Kg8 is not there");
        assertThat(marked.items().get(12).reason()).isEqualTo("the script stops after 54.Kf5: 54...Kd6 is not there");
        assertThat(marked.bySkill().get(Skill.CHOOSING)).isEqualTo(new MarkedScript.Sum(Points.of(5), Points.of(5)));
        assertThat(marked.bySkill().get(Skill.JUDGING)).isEqualTo(new MarkedScript.Sum(Points.ZERO, Points.of(4)));
    }

    @Test
    void aScriptThatSeesTheIdeaAndStopsShort() {
        MarkedScript marked = Papers.mark(TASK, "52.Ke4", "Ke4 Kf7 Ke5 | level", "52...Kg8 53.Kf4 | unclear");
        assertThat(Papers.earned(marked)).isEqualTo("5 1 2 - - - - - - 2 2 - - - - -");
        assertThat(marked.points()).isEqualTo(Points.of(12));
    }

    @Test
    void aWrongChoiceWithARightVerdictOnALineThatFails() {
        MarkedScript marked = Papers.mark(TASK, "Ke6", "52.Ke6 Ke8 53.f7+ Kf8 54.Kf6 | =");
        assertThat(Papers.earned(marked)).isEqualTo("- - - - - - - - - - - - - 2 - -");
        assertThat(marked.items().getFirst().reason()).isEqualTo("the choice was 52.Ke6; the scheme asks for 52.Ke4");
        Task strict =
                TASK.withScheme(TASK.scheme().withPenalty(Points.parse("1½").orElseThrow()));
        MarkedScript punished = Papers.mark(strict, "Ke6", "52.Ke6 Ke8 53.f7+ Kf8 54.Kf6 | =");
        assertThat(punished.lost().plain()).isEqualTo("1.5");
        assertThat(punished.points()).hasToString("½");
    }

    @Test
    void anIllegalMoveEndsALineAndItsVerdict() {
        MarkedScript marked =
                Papers.mark(TASK, "Kd9", "52.Ke4 Kg8 53.Kf4 Kh7 54.Kf7 | White is winning", "@1 53...Kg7 54.Kf5");
        assertThat(marked.points()).isEqualTo(Points.of(4));
        assertThat(marked.lines().getFirst().counted()).isEqualTo(4);
        assertThat(marked.lines().getFirst().uncounted())
                .isEqualTo("move 5 of the line, Kf7, is not legal: the king on f4 cannot go to f7");
        assertThat(marked.items().get(14).reason()).isEqualTo("the script has 53...Kh7 (line 1) but no reply to it");
        assertThat(marked.items().getFirst().reason()).startsWith("the choice Kd9 is no legal move");
        assertThat(marked.lines().get(1).uncounted()).contains("attacked");
    }

    @Test
    void onlyTheFirstTwoMovesInAPositionCount() {
        MarkedScript marked =
                Papers.mark(TASK, "Ke4", "52.Kd5", "52.Kd6", "52.Ke4 Kf7 53.Kf5 Ke8 54.Kg6 | White is winning");
        assertThat(marked.points()).isEqualTo(Points.of(5));
        assertThat(marked.lines().get(2).uncounted())
                .isEqualTo("52.Ke4 is one move too many here: the first 2 count in a position");
        assertThat(marked.items().get(1).reason()).startsWith("line 3 stops short: 52.Ke4 is one move too many");
    }

    @Test
    void ofRowsThatEndAlikeTheLastVerdictCounts() {
        String line = "52.Ke4 Kf7 53.Kf5 Ke8 54.Kg6";
        assertThat(Papers.mark(TASK, "", line + " | White is winning", line + " | level")
                        .items()
                        .get(6)
                        .reason())
                .startsWith("line 2 counts, the last that ends here: its verdict was \"level\"");
        assertThat(Papers.mark(TASK, "", line + " | level | White is winning")
                        .items()
                        .get(6)
                        .earned())
                .as("of the verdicts behind one row the last counts")
                .isEqualTo(Points.of(2));
        assertThat(Papers.mark(TASK, "", line + " | level").items().get(6).reason())
                .isEqualTo(
                        "line 1 counts, the last that ends here: its verdict was \"level\"; the scheme asks for \"White is winning\"");
    }

    @Test
    void anotherMoveOrderThatComesToThePositionEarnsTheSame() {
        MarkedScript straight = Papers.mark(TASK, "", "52.Ke4 Kf7 53.Kf5 Ke8 54.Kg6 | White is winning");
        MarkedScript round = Papers.mark(TASK, "", "52.Ke4 Kg8 53.Kf4 Kf7 54.Kf5 Ke8 55.Kg6 | White is winning");
        assertThat(round.items().get(6).earned())
                .isEqualTo(straight.items().get(6).earned())
                .isEqualTo(Points.of(2));
        assertThat(round.items().get(1).earned())
                .as("what it goes round it does not earn")
                .isEqualTo(Points.ZERO);
    }

    @ParameterizedTest
    @ValueSource(longs = {1, 2, 3})
    void appendingALineOfTheSolutionNeverLowersThePoints(long seed) {
        Random random = new Random(seed);
        List<String> lines = new ArrayList<>(solutionLines());
        for (int round = 0; round < 40; round++) {
            Collections.shuffle(lines, random);
            List<String> rows = new ArrayList<>();
            Points before = Points.ZERO;
            for (String line : lines) {
                String cut = random.nextInt(3) == 0 ? shorter(line, random) : line;
                rows.add(cut);
                Points after =
                        Marker.mark(TASK, Script.of("Ke4", rows), List.of()).points();
                assertThat(after)
                        .as("seed %d, rows %s", seed, rows)
                        .isGreaterThanOrEqualTo(before)
                        .isLessThanOrEqualTo(Points.of(33));
                before = after;
            }
        }
    }

    /** The lines of the tree with their verdicts. */
    private static List<String> solutionLines() {
        GameTree tree = TASK.solution();
        List<String> lines = new ArrayList<>();
        tree.table().stream()
                .filter(node -> node != null && node.children().isEmpty())
                .forEach(node -> {
                    List<Move> moves = tree.pathTo(node.id()).stream()
                            .map(id -> tree.node(id).played())
                            .toList();
                    Opinion opinion = Opinion.of(node);
                    lines.add(San.line(tree.start(), moves) + (opinion == null ? "" : " | " + opinion.text()));
                });
        return lines;
    }

    /** The beginning of a line, without a verdict. */
    private static String shorter(String line, Random random) {
        String[] words = line.substring(0, line.contains(" |") ? line.indexOf(" |") : line.length())
                .split(" ");
        return String.join(
                " ", Stream.of(words).limit(1 + random.nextInt(words.length)).toList());
    }

    @ParameterizedTest
    @ValueSource(longs = {5, 6})
    void writingDownEverythingEarnsNoMoreThanWhatCounts(long seed) {
        Random random = new Random(seed);
        for (int round = 0; round < 10; round++) {
            List<String> rows = everything(random);
            Task unlimited = TASK.withScheme(TASK.scheme().withCounts(99, 0));
            assertThat(Marker.mark(TASK, Script.of("", rows), List.of()).points())
                    .as("seed %d", seed)
                    .isEqualTo(Marker.mark(unlimited, Script.of("", counted(rows)), List.of())
                            .points());
        }
    }

    /** A plain twin of what counts: the lines as far as they have only the first two own moves of a position. */
    private static List<String> counted(List<String> rows) {
        Map<Long, List<Move>> seen = new HashMap<>();
        List<String> kept = new ArrayList<>();
        for (WrittenLine line :
                ScriptReader.read(Script.of("", rows), TASK.start()).lines()) {
            int length = 0;
            for (Move move : line.moves()) {
                Position here = line.positions().get(length);
                List<Move> own = seen.computeIfAbsent(here.key(), key -> new ArrayList<>());
                if (here.sideToMove() == TASK.solver() && !own.contains(move)) {
                    if (own.size() == 2) {
                        break;
                    }
                    own.add(move);
                }
                length++;
            }
            kept.add(San.line(TASK.start(), line.moves().subList(0, length)));
        }
        return kept;
    }

    /** Every legal line of three half-moves, in a random order. */
    private static List<String> everything(Random random) {
        List<String> rows = new ArrayList<>();
        for (Move one : TASK.start().legalMoves()) {
            Position second = TASK.start().play(one);
            for (Move two : second.legalMoves()) {
                Position third = second.play(two);
                for (Move three : third.legalMoves()) {
                    rows.add(San.line(TASK.start(), List.of(one, two, three)));
                }
            }
        }
        Collections.shuffle(rows, random);
        return rows;
    }

    @Test
    void theEmptyScriptEarnsNothingAndSaysWhatIsMissing() {
        MarkedScript marked = Marker.mark(TASK, Script.EMPTY, List.of());
        assertThat(marked.points()).isEqualTo(Points.ZERO);
        assertThat(marked.items()).allSatisfy(item -> {
            assertThat(item.earned()).isEqualTo(Points.ZERO);
            assertThat(item.reason()).isNotBlank();
        });
        assertThat(marked.items().getFirst().reason()).isEqualTo("no move was chosen; the scheme asks for 52.Ke4");
    }

    @Test
    void candidatesAreNamedBeforeAnyLine() {
        Task task = TASK.withKind(TaskKind.CANDIDATES).withScheme(TASK.scheme().withCounts(2, 1));
        Script named = Script.of("", List.of("52.Ke4 Kf7 53.Kf5", "52.Ke6 Ke8 53.f7+ Kf8 54.Kf6 | ="))
                .withCandidates("Ke4, Ke6");
        MarkedScript marked = Marker.mark(task, named, List.of());
        assertThat(marked.items().get(1).earned()).isEqualTo(Points.of(1));
        assertThat(marked.lines().get(1).uncounted()).isEqualTo("52.Ke6 was not named among the candidates that count");
        assertThat(Marker.mark(task, named.withCandidates(""), List.of()).points())
                .isEqualTo(Points.ZERO);
    }

    @Test
    void answersAreMatchedByValue() {
        AssessQuestion material = new AssessQuestion("Material at the end?", List.of("+1", "1"));
        AssessQuestion verdict = new AssessQuestion("Who is better?", List.of("White is winning"));
        Task task = Task.of(TaskKind.ASSESS, TASK.solution(), null).withQuestions(List.of(material, verdict));
        Task marked = task.withScheme(DraftScheme.of(task));
        Script script = Script.EMPTY.withAnswer(1, " 1.0 ").withAnswer(2, "+/-");
        MarkedScript result = Marker.mark(marked, script, List.of());
        assertThat(Papers.earned(result)).isEqualTo("2 -");
        assertThat(result.items().get(1).reason()).isEqualTo("the answer was \"+/-\"; right is \"White is winning\"");
        assertThat(Marker.mark(marked, script.withAnswer(2, "w++"), List.of()).points())
                .isEqualTo(result.outOf());
    }

    @Test
    void aGamePlayedOnIsJudgedByTheBoardOrByEvidence() {
        Task bare = Task.of(TaskKind.PLAY_ON, TASK.solution(), null).withGoal(new Task.PlayGoal(Want.Goal.WIN, 3));
        Task task = bare.withScheme(DraftScheme.of(bare));
        Script script = Script.EMPTY.withPlayed("52.Ke4 Kf7 53.Kf5 Ke8 54.Kg6 Kf8");
        MarkedScript open = Marker.mark(task, script, List.of());
        assertThat(open.points()).isEqualTo(Points.ZERO);
        assertThat(open.items().getFirst().reason()).contains("nobody has judged");
        Position end = ScriptReader.read(script, task.start()).played().end();
        MarkEvidence won = new MarkEvidence(end, Opinion.WHITE_WINNING, "exact endings", "");
        MarkedScript judged = Marker.mark(task, script, List.of(won));
        assertThat(judged.points()).isEqualTo(Points.of(10));
        assertThat(judged.used()).containsExactly(won);
        assertThat(Marker.mark(task, Script.EMPTY.withPlayed("52.Ke4 Kf7"), List.of(won))
                        .items()
                        .getFirst()
                        .reason())
                .isEqualTo("the game was left after 1 moves");
        assertThat(Marker.mark(task, Script.EMPTY.withPlayed("52.Ke6 Ke8 53.f7+ Kf8 54.Kf6"), List.of())
                        .items()
                        .getFirst()
                        .reason())
                .isEqualTo("the game ended in a draw");
    }

    @Test
    void anAcceptedMoveMayStandBetween() {
        GameTree tree = TASK.solution();
        int before = Papers.node(tree, "Ke4 Kg8 Kf4");
        GameTree.Edit more = tree.add(before, Papers.move(tree.positionAt(before), "Kf7"));
        Task task = TASK.withSolution(more.tree());
        Scheme accepting = task.scheme()
                .withAccepted(List.of(new Scheme.Accepted(
                        more.focus(), Papers.move(more.tree().positionAt(more.focus()), "Kf5"), "just as good")));
        String[] rows = {"52.Ke4 Kg8 53.Kf4 Kf7 54.Kf5"};
        assertThat(Papers.mark(task, "", rows).items().get(11).reason())
                .isEqualTo("line 1 comes to 55.Kf5, but by 54.Kf5, which the solution does not have");
        assertThat(Papers.mark(task.withScheme(accepting), "", rows)
                        .items()
                        .get(11)
                        .earned())
                .isEqualTo(Points.of(3));
    }

    @Test
    void linesOutsideOfTheSolutionAreSetApart() {
        MarkedScript marked = Papers.mark(TASK, "", "52.Ke4 Kf7 53.Kf5 Kg8 54.Ke4", "52.Ke4 Kf7 53.Kf5 Ke8");
        assertThat(marked.lines())
                .extracting(MarkedScript.MarkedLine::isOutside)
                .containsExactly(true, false);
        assertThat(marked.lines().getFirst().leaves()).isEqualTo(3);
    }

    @Test
    void theTotalTakesOneChoiceOneVerdictAndTheMovesThatCount() {
        GameTree tree = TASK.solution();
        int end = Papers.node(tree, "Ke4 Kf7 Kf5 Ke8 Kg6");
        List<Item> items = List.of(
                new Item.Single("", Points.of(5), "", new Want.Choose(Papers.move(tree.start(), "Ke4"))),
                new Item.Single("", Points.of(3), "", new Want.Choose(Papers.move(tree.start(), "Ke6"))),
                new Item.Single("", Points.of(2), "", new Want.Judge(end, Set.of(Opinion.WHITE_WINNING))),
                new Item.Single("", Points.of(4), "", new Want.Judge(end, Set.of(Opinion.LEVEL, Opinion.UNCLEAR))),
                new Item.Single("", Points.of(1), "", new Want.Find(Papers.node(tree, "Ke4"))),
                new Item.Single("", Points.of(2), "", new Want.Find(Papers.node(tree, "Ke6"))));
        Task task =
                TASK.withScheme(Scheme.EMPTY.withItems(items).withCounts(1, 0).withDeclared(Points.of(17)));
        AttainablePoints outOf = AttainablePoints.of(task);
        assertThat(outOf.points())
                .as("5 for one choice, 4 for one verdict, and with it 52.Ke4, the one move that counts")
                .isEqualTo(Points.of(10));
        assertThat(Marker.mark(task, outOf.model(), List.of()).points()).isEqualTo(Points.of(10));
        assertThat(SchemeFault.of(task))
                .extracting(SchemeFault::reason)
                .containsExactly("the total written down is 17, but one script can earn 10: 7 less");
    }

    @Test
    void whatCannotBeEarnedIsSaid() {
        GameTree tree = TASK.solution();
        int own = Papers.node(tree, "Ke4");
        int theirs = Papers.node(tree, "Ke4 Kf7");
        Item both = new Item.Group(
                "",
                Points.of(2),
                "",
                Item.Way.ALL,
                List.of(
                        new Item.Single("", Points.ZERO, "", new Want.Choose(Papers.move(tree.start(), "Ke4"))),
                        new Item.Single("", Points.ZERO, "", new Want.Choose(Papers.move(tree.start(), "Ke6")))));
        Task task = TASK.withScheme(Scheme.EMPTY.withItems(List.of(
                new Item.Single("", Points.of(1), "", new Want.Find(theirs)),
                new Item.Single("", Points.of(1), "", new Want.Consider(own)),
                new Item.Single("", Points.ZERO, "", new Want.Find(own)),
                both,
                new Item.Group("", Points.ZERO, "", Item.Way.SUM, List.of()),
                new Item.Single("", Points.of(1), "", new Want.Find(999)))));
        assertThat(SchemeFault.of(task))
                .extracting(fault -> fault.item() + " " + fault.reason())
                .containsExactly(
                        "0 52...Kf7 is the opponent's move: it can be considered, not found",
                        "1 52.Ke4 is the solver's move: it can be found, not considered",
                        "2 the item carries no points",
                        "3 no script can earn this item",
                        "6 the group has no parts",
                        "6 parts that add up belong into a group of which the best counts",
                        "7 its move is no longer in the solution");
    }

    @Test
    void scriptsOfAPaperAreReadFromOneText() {
        ScriptText.Contents read = ScriptText.read("""
                # Ida's script
                lang: de
                choice: Ke4
                52.Ke4 Kf7 | level

                task: 3
                answer 2: +1
                played: 1.Ke4
                """);
        assertThat(read.faults()).isEmpty();
        assertThat(read.scripts().keySet()).containsExactly(1, 3);
        assertThat(read.scripts().get(1)).isNotNull().satisfies(script -> {
            assertThat(script.language().code()).isEqualTo("de");
            assertThat(script.rows()).containsExactly("52.Ke4 Kf7 | level");
        });
        assertThat(read.scripts().get(3))
                .isNotNull()
                .satisfies(script -> assertThat(script.answers()).isEqualTo(Map.of(2, "+1")));
        String written = ScriptText.write(1, read.scripts().getOrDefault(1, Script.EMPTY))
                + ScriptText.write(3, read.scripts().getOrDefault(3, Script.EMPTY));
        assertThat(ScriptText.read(written).scripts()).isEqualTo(read.scripts());
        assertThat(ScriptText.read("task: none\nlang: xx\nused: long").faults())
                .extracting(fault -> fault.row() + " " + fault.kind())
                .containsExactly("1 task", "2 lang", "3 used");
    }

    @Test
    void rowsContinueTheNearestEarlierRowInWhichTheMoveIsLegal() {
        List<WrittenLine> lines = ScriptReader.read(
                        Script.of(
                                "",
                                List.of(
                                        "52.Ke4 Kf7 53.Kf5 Kf8",
                                        "52.Ke6 Ke8",
                                        "   53...Ke8 54.Kg6",
                                        "@1 52...Kg8",
                                        "@3 Kd7",
                                        "54.Kxh6",
                                        "51.Kd3",
                                        "@9 Ke4",
                                        "52.Ke4 -- 53.Kf5")),
                        TASK.start())
                .lines();
        assertThat(lines)
                .extracting(line -> San.line(TASK.start(), line.moves()))
                .startsWith(
                        "52.Ke4 Kf7 53.Kf5 Kf8",
                        "52.Ke6 Ke8",
                        "52.Ke4 Kf7 53.Kf5 Ke8 54.Kg6",
                        "52.Ke4 Kg8",
                        "52.Ke4 Kf7 53.Kf5 Ke8 54.Kg6 Kd7");
        assertThat(lines.get(5).fault())
                .isNotNull()
                .satisfies(fault -> assertThat(fault.reason())
                        .isEqualTo("no row above leads to a position in which 54.Kxh6 is legal"));
        assertThat(lines.get(6).fault())
                .isNotNull()
                .satisfies(fault -> assertThat(fault.reason()).isEqualTo("the position is already past move 51."));
        assertThat(lines.get(7).fault())
                .isNotNull()
                .satisfies(fault -> assertThat(fault.reason()).isEqualTo("there is no row 9 above this one"));
        assertThat(lines.get(8).moves()).as("passing is no move").hasSize(1);
    }

    @Test
    void ofEqualBestPartsTheFirstCarriesThePoints() {
        GameTree tree = TASK.solution();
        Item find = new Item.Single("found", Points.of(2), "", new Want.Find(Papers.node(tree, "Ke4 Kf7 Kf5")));
        Item consider = new Item.Single("seen", Points.of(2), "", new Want.Consider(Papers.node(tree, "Ke4 Kf7")));
        Task task = TASK.withScheme(Scheme.EMPTY.withItems(
                List.of(new Item.Group("either", Points.ZERO, "", Item.Way.BEST, List.of(find, consider)))));
        MarkedScript marked = Papers.mark(task, "", "52.Ke6", "52.Ke4 Kf7 53.Kf5");
        assertThat(marked.items().getFirst().carriers())
                .extracting(item -> item.item().label())
                .containsExactly("found");
        assertThat(marked.lines()).extracting(line -> line.points().plain()).containsExactly("0", "2");
        assertThat(marked.bySkill()).containsOnlyKeys(Skill.FINDING);
        assertThat(marked.bySkill().get(Skill.FINDING)).isEqualTo(new MarkedScript.Sum(Points.of(2), Points.of(2)));
    }

    @ParameterizedTest
    @CsvSource({
        "White is winning, WHITE_WINNING",
        "white  winning, WHITE_WINNING",
        "+-, WHITE_WINNING",
        "w+, WHITE_BETTER",
        "±, WHITE_BETTER",
        "+=, WHITE_SLIGHTLY_BETTER",
        "=, LEVEL",
        "equal, LEVEL",
        "⩱, BLACK_SLIGHTLY_BETTER",
        "-/+, BLACK_BETTER",
        "b++, BLACK_WINNING",
        "∞, UNCLEAR",
        "?, UNCLEAR"
    })
    void verdictsAreReadInWordsAsSignsAndInBrief(String written, Opinion meant) {
        assertThat(Opinion.parse(written)).contains(meant);
        assertThat(Opinion.parse("better for me")).isEmpty();
        assertThat(Opinion.of(meant.on(TASK.solution().root()))).isEqualTo(meant);
    }

    @Test
    void pointsAreWrittenInHalves() {
        assertThat(List.of("4", "4.5", "4,5", "4½", "½", "0.0"))
                .extracting(text -> Points.parse(text).orElseThrow().toString())
                .containsExactly("4", "4½", "4½", "4½", "½", "0");
        assertThat(List.of("", "x", "1.2", "-1"))
                .allSatisfy(text -> assertThat(Points.parse(text)).isEmpty());
    }
}
