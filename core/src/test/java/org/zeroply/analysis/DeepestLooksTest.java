package org.zeroply.analysis;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Random;
import java.util.function.Consumer;
import org.junit.jupiter.api.Tag;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;
import org.zeroply.defence.Elimination;
import org.zeroply.defence.Parries;
import org.zeroply.ending.ExactEndings;
import org.zeroply.ending.Shelf;
import org.zeroply.notation.Fen;
import org.zeroply.notation.San;
import org.zeroply.rules.Move;
import org.zeroply.rules.Position;
import org.zeroply.rules.Side;
import org.zeroply.search.Analyst;
import org.zeroply.search.CalculatedLine;
import org.zeroply.search.Calculation;
import org.zeroply.search.Calculator;
import org.zeroply.search.Limit;
import org.zeroply.search.Question;
import org.zeroply.search.Threat;
import org.zeroply.search.Threats;
import org.zeroply.search.Verdict;
import org.zeroply.work.Cancel;

/** What a screen shows of one move is one verdict, the deepest; by an analyst that says what it is told, and by the real one. */
class DeepestLooksTest {
    private static final Position START = Fen.position("r4rk1/5ppp/8/8/8/8/5PPP/R4RK1 w - - 0 20");

    /** Lines by the order in which they are told; those that are not asked for are left out. */
    private static final class Told implements Analyst {
        private final List<CalculatedLine> lines = new ArrayList<>();

        Told line(Position from, int hundredths, int depth, String... moves) {
            lines.add(new CalculatedLine(moves(from, moves), verdict(hundredths), depth));
            return this;
        }

        @Override
        public String name() {
            return "told";
        }

        @Override
        public Calculation calculate(Question question, Consumer<Calculation> partial, Cancel cancel) {
            List<CalculatedLine> found = lines.stream()
                    .filter(line -> question.only().isEmpty() || question.only().contains(line.first()))
                    .limit(question.lines())
                    .toList();
            Calculation calculation = new Calculation(
                    question.position(),
                    found,
                    found.stream().mapToInt(CalculatedLine::depth).min().orElse(0),
                    1,
                    0,
                    true);
            partial.accept(calculation);
            return calculation;
        }
    }

    private static Verdict verdict(int hundredths) {
        return new Verdict(hundredths, 1 / (1 + Math.exp(-hundredths / 200.0)), 0);
    }

    private static List<Move> moves(Position from, String... names) {
        List<Move> moves = new ArrayList<>();
        Position here = from;
        for (String name : names) {
            Move move = San.read(here, name);
            assertThat(move).as(name).isNotNull();
            moves.add(move);
            here = here.play(move);
        }
        return moves;
    }

    private static Position after(String... names) {
        return START.playAll(moves(START, names));
    }

    private final DeepestLooks looks = new DeepestLooks(analyst -> analyst);

    private Calculation ask(Analyst who, Position position, int lines, String... only) {
        List<Move> moves = new ArrayList<>();
        for (String name : only) {
            moves.addAll(moves(position, name));
        }
        Question question = Question.of(position, Limit.NONE).withLines(lines).onlyMoves(moves);
        return looks.before(who).calculate(question, found -> {}, new Cancel());
    }

    private static String said(Calculation found) {
        List<String> lines = new ArrayList<>();
        for (CalculatedLine line : found.lines()) {
            String verdict = line.verdict().isMate()
                    ? "#" + line.verdict().mateIn()
                    : "" + line.verdict().hundredths();
            lines.add(San.write(found.position(), line.first()) + " " + verdict + "@" + line.depth());
        }
        return String.join(", ", lines);
    }

    private static Told told() {
        return new Told();
    }

    @Test
    void theDeeperLookSpeaksWhicheverCameFirst() {
        Told shallow = told().line(START, 30, 8, "Rab1", "Ra2").line(START, 20, 8, "Rac1", "Ra2");
        Told deep = told().line(START, 10, 15, "Rab1", "Ra3").line(START, 5, 15, "Rac1", "Ra3");
        assertThat(said(ask(shallow, START, 2))).isEqualTo("Rab1 30@8, Rac1 20@8");
        assertThat(said(ask(deep, START, 2))).isEqualTo("Rab1 10@15, Rac1 5@15");
        assertThat(said(ask(shallow, START, 2))).isEqualTo("Rab1 10@15, Rac1 5@15");
        assertThat(said(ask(shallow, START, 1, "Rac1"))).isEqualTo("Rac1 5@15");
    }

    @Test
    void aLookAfterTheMoveTellsOfTheMoveAndTheOrderFollows() {
        ask(told().line(START, 30, 8, "Rab1", "Ra2").line(START, 20, 8, "Rac1", "Ra2"), START, 2);
        ask(told().line(after("Rab1"), -40, 12, "Ra4", "Rb4"), after("Rab1"), 1);
        Calculation again = ask(told().line(START, 30, 8, "Rab1", "Ra2").line(START, 20, 8, "Rac1", "Ra2"), START, 2);
        assertThat(said(again)).isEqualTo("Rac1 20@8, Rab1 -40@13");
        assertThat(again.lines().getLast().moves()).isEqualTo(moves(START, "Rab1", "Ra4", "Rb4"));
        assertThat(again.depth()).isEqualTo(8);
    }

    @Test
    void aMoveThatADeeperLookFoundBetterIsNotLeftOut() {
        ask(told().line(START, 90, 20, "h3", "h6"), START, 1, "h3");
        Told shallow = told().line(START, 30, 8, "Rab1", "Ra2").line(START, 20, 8, "Rac1", "Ra2");
        assertThat(said(ask(shallow, START, 2))).isEqualTo("h3 90@20, Rab1 30@8");
    }

    @Test
    void aDeepLookThatLeavesAMoveOutLimitsWhatAShallowOneHopesOfIt() {
        ask(told().line(START, 30, 18, "Rab1", "Ra2"), START, 1);
        assertThat(said(ask(told().line(after("h3"), 80, 9, "h6", "h4"), after("h3"), 1)))
                .isEqualTo("h6 30@17");
        assertThat(said(ask(told().line(after("g3"), 10, 9, "h6", "h4"), after("g3"), 1)))
                .isEqualTo("h6 10@9");
        assertThat(said(ask(told().line(START, 70, 9, "h4", "h6"), START, 1, "h4")))
                .isEqualTo("h4 30@18");
        assertThat(said(ask(told().line(START, 70, 19, "h4", "h6"), START, 1, "h4")))
                .as("but not what a deeper one found")
                .isEqualTo("h4 70@19");
    }

    @Test
    void theBestIsTheBestOnlyAsDeepAsAllWereLookedAt() {
        Told stopped = told().line(START, 30, 13, "Rab1", "Ra2").line(START, 20, 9, "Rac1", "Ra2");
        assertThat(said(ask(stopped, START, 2))).isEqualTo("Rab1 30@13, Rac1 20@9");
        assertThat(said(ask(told().line(START, 70, 8, "h3", "h6"), START, 1, "h3")))
                .isEqualTo("h3 30@9");
        assertThat(said(ask(told().line(START, 70, 10, "h4", "h6"), START, 1, "h4")))
                .isEqualTo("h4 70@10");
    }

    @Test
    void theSideToMoveIsHeldToItsOwnView() {
        Position black = after("h3");
        ask(told().line(black, -30, 18, "Ra2", "Rab1"), black, 1);
        assertThat(said(ask(told().line(black, -80, 9, "h6", "g3"), black, 1, "h6")))
                .isEqualTo("h6 -30@18");
        assertThat(said(ask(told().line(black, 20, 9, "h5", "g3"), black, 1, "h5")))
                .isEqualTo("h5 20@9");
    }

    @Test
    void aMateIsAMoveNearerAfterTheMateringSidesMove() {
        Position here = Fen.position("5r1k/6pp/7N/8/8/1Q6/8/6K1 w - - 0 1");
        Verdict mate = Verdict.matesIn(2);
        List<Move> line = moves(here, "Qg8+", "Rxg8", "Nf7#");
        looks.learn(List.of(study(here, new CalculatedLine(line, mate, 9))));
        Position next = here.play(line.getFirst());
        assertThat(said(ask(told().line(next, 100, 3, "Rxg8"), next, 1))).isEqualTo("Rxg8 #1@8");
        assertThat(said(ask(told().line(here, 100, 3, "Qg8+", "Rxg8"), here, 1, "Qg8+")))
                .isEqualTo("Qg8+ #2@9");
    }

    private static Study study(Position position, CalculatedLine... lines) {
        Calculation found = new Calculation(position, List.of(lines), lines[0].depth(), 1, 0, true);
        return new Study(position, List.of(), List.of(found), List.of(), Map.of(), true);
    }

    @Test
    void whatHangsOnTheGameIsNeitherRememberedNorReplaced() {
        Told shallow = told().line(START, 30, 8, "Rab1", "Ra2");
        Told deep = told().line(START, 10, 15, "Rab1", "Ra3");
        Question repeated = new Question(START, List.of(START), List.of(), 1, Limit.NONE);
        assertThat(said(looks.before(deep).calculate(repeated, found -> {}, new Cancel())))
                .isEqualTo("Rab1 10@15");
        assertThat(said(ask(shallow, START, 1))).isEqualTo("Rab1 30@8");
        ask(deep, START, 1);
        assertThat(said(looks.before(shallow).calculate(repeated, found -> {}, new Cancel())))
                .isEqualTo("Rab1 30@8");
        // After the move the position has been on the board: what is known of it elsewhere does not count here.
        Question once = new Question(START, List.of(after("Rab1")), List.of(), 1, Limit.NONE);
        ask(told().line(after("Rab1"), -40, 20, "Ra4", "Rb4"), after("Rab1"), 1);
        assertThat(said(looks.before(told().line(START, 1, 8, "Rab1", "Ra2"))
                        .calculate(once, found -> {}, new Cancel())))
                .isEqualTo("Rab1 1@8");
        Position late = Fen.position("r4rk1/5ppp/8/8/8/8/5PPP/R4RK1 w - - 30 20");
        assertThat(said(ask(told().line(late, 1, 8, "Rab1", "Ra2"), late, 1)))
                .as("other half-moves since the last capture")
                .isEqualTo("Rab1 1@8");
    }

    @Test
    void batchesTeachAndAreNotTaught() {
        Told shallow = told().line(START, 30, 8, "Rab1", "Ra2");
        Told deep = told().line(START, 10, 15, "Rab1", "Ra3");
        Question question = Question.of(START, Limit.NONE);
        looks.learningFrom(deep).calculate(question, found -> {}, new Cancel());
        assertThat(said(ask(shallow, START, 1))).isEqualTo("Rab1 10@15");
        assertThat(said(looks.learningFrom(shallow).calculate(question, found -> {}, new Cancel())))
                .isEqualTo("Rab1 30@8");
    }

    @Test
    void whoShowsSomethingIsToldOfAnotherVerdictOnly() {
        List<Position> changed = new ArrayList<>();
        looks.setOnChange(changed::add);
        ask(told().line(START, 30, 8, "Rab1", "Ra2"), START, 1);
        ask(told().line(START, 30, 12, "Rab1", "Ra2"), START, 1);
        ask(told().line(START, 50, 10, "Rab1", "Ra2"), START, 1);
        assertThat(changed).isEmpty();
        ask(told().line(START, 10, 14, "Rab1", "Ra2"), START, 1);
        assertThat(changed).contains(START, after("Rab1"));
    }

    @Test
    void aStudyThatIsShownSaysWhatWasFoundSince() {
        Study shown = study(START, new CalculatedLine(moves(START, "Rab1", "Ra2"), verdict(30), 8));
        looks.learn(List.of(shown));
        assertThat(looks.deepened(shown, List.of())).isEqualTo(shown);
        ask(told().line(after("Rab1"), -40, 12, "Ra4", "Rb4"), after("Rab1"), 1);
        assertThat(said(looks.deepened(shown, List.of()).calculations().getFirst()))
                .isEqualTo("Rab1 -40@13");
        assertThat(looks.deepened(shown, List.of(START)))
                .as("on the board before")
                .isEqualTo(shown);
    }

    /** Many looks at a position and after its moves, in any order: a move never has two verdicts, and none is above the best. */
    @ParameterizedTest
    @ValueSource(longs = {1, 2, 3, 4, 5, 6, 7, 8})
    void aMoveHasOneVerdict(long seed) {
        Random random = new Random(seed);
        List<Move> legal = START.legalMoves();
        for (int step = 0; step < 200; step++) {
            Move move = legal.get(random.nextInt(legal.size()));
            Position after = START.play(move);
            int depth = 1 + random.nextInt(20);
            int value = random.nextInt(200) - 100;
            Move reply = after.legalMoves().get(0);
            if (random.nextBoolean()) {
                Told who = told();
                who.lines.add(new CalculatedLine(
                        List.of(reply, after.play(reply).legalMoves().getFirst()), verdict(value), depth));
                ask(who, after, 1);
            } else {
                Told who = told();
                who.lines.add(new CalculatedLine(List.of(move, reply), verdict(value), depth));
                ask(who, START, 1);
            }
            Map<Move, Verdict> alone = new HashMap<>();
            for (Move each : legal) {
                Told nothing = told();
                nothing.lines.add(new CalculatedLine(List.of(each), verdict(-200), 0));
                alone.put(
                        each,
                        looks.before(nothing)
                                .calculate(
                                        Question.of(START, Limit.NONE).onlyMoves(List.of(each)),
                                        found -> {},
                                        new Cancel())
                                .verdict());
            }
            Told nothing = told();
            legal.forEach(each -> nothing.lines.add(new CalculatedLine(List.of(each), verdict(-200), 0)));
            Calculation all = looks.before(nothing)
                    .calculate(
                            Question.of(START, Limit.NONE).withLines(Question.MOST_LINES), found -> {}, new Cancel());
            for (CalculatedLine line : all.lines()) {
                assertThat(line.verdict()).isEqualTo(alone.get(line.first()));
            }
            Verdict best = all.verdict();
            alone.values()
                    .forEach(verdict ->
                            assertThat(verdict.atMost(best, Side.WHITE)).isEqualTo(verdict));
        }
    }

    @ParameterizedTest
    @ValueSource(
            strings = {
                "8/5pk1/3p2p1/p2P3p/1pP1P2P/1P3KP1/8/8 w - - 0 40",
            })
    void everyAnswerOnOneScreenSaysTheSame(String fen) {
        allSayTheSame(fen);
    }

    @Tag("long")
    @ParameterizedTest
    @ValueSource(
            strings = {
                "2r3k1/1p3ppp/p3p3/3q4/3P4/P4Q2/1P3PPP/4R1K1 b - - 0 24",
                "5rk1/5ppp/8/8/8/3Q4/2B2PPP/6K1 b - - 0 17",
                "6k1/5ppp/8/8/8/8/q4PPP/1R4K1 b - - 0 1",
                "r1b2rk1/pp3ppp/2n1pn2/q7/1b1P4/2NB1N2/PP3PPP/R1BQ1RK1 w - - 0 11",
                "r1bq1rk1/pp2bppp/2n1pn2/2pp4/3P4/1PNBPN2/PBP2PPP/R2Q1RK1 b - - 0 9",
                "r4rk1/1bq1bppp/p2ppn2/1p6/3BPP2/P1N3Q1/1PP3PP/3RKB1R w K - 0 15",
            })
    void everyAnswerSaysTheSameInTheThickOfIt(String fen) {
        allSayTheSame(fen);
    }

    /** By the real calculator: candidates, elimination, every move and parries, and each again. */
    private static void allSayTheSame(String fen) {
        Position position = Fen.position(fen);
        DeepestLooks real = new DeepestLooks(new ExactEndings(Shelf.NONE));
        Analyst analyst = real.before(new Calculator(4, 1));
        Question question = Question.of(position, Limit.NONE).withLines(3);
        Study candidates = Study.run(
                new Study.Task(question, List.of(), Limit.nodes(60_000), 0),
                analyst,
                new Threats(),
                found -> {},
                new Cancel());
        Elimination.of(position, List.of(), real, found -> {}, new Cancel());
        EveryMove.of(question, 3_000, analyst, found -> {}, new Cancel());
        Optional<Threat> threat =
                new Threats().against(position, new Cancel()).stream().findFirst();
        threat.ifPresent(against -> Parries.of(position, against, real, found -> {}, new Cancel()));

        // Each asked again, as a coach does who goes from one to the other: the look that went deepest speaks in all.
        Elimination elimination = Elimination.of(position, List.of(), real, found -> {}, new Cancel());
        Map<Move, Verdict> verdicts = new HashMap<>();
        elimination.tried().forEach(tried -> verdicts.put(tried.move(), tried.verdict()));
        assertThat(verdicts).hasSameSizeAs(position.legalMoves());
        threat.ifPresent(against -> Parries.of(position, against, real, found -> {}, new Cancel())
                .byMove()
                .forEach((move, parry) -> assertThat(parry.verdict())
                        .as("parries, " + San.write(position, move))
                        .isEqualTo(verdicts.get(move))));
        analyst.forget();
        EveryMove.of(question, 3_000, analyst, found -> {}, new Cancel())
                .moves()
                .forEach(entry -> assertThat(entry.line().verdict())
                        .as("every move, " + San.write(position, entry.move()))
                        .isEqualTo(verdicts.get(entry.move())));
        real.deepened(candidates, List.of()).calculations().stream()
                .flatMap(found -> found.lines().stream())
                .forEach(line -> assertThat(line.verdict())
                        .as("candidates, " + San.write(position, line.first()))
                        .isEqualTo(verdicts.get(line.first())));
    }
}
