package org.zeroply.repertoire;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import java.util.Random;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.zeroply.ledger.Factor;
import org.zeroply.ledger.Value;
import org.zeroply.notation.Fen;
import org.zeroply.repertoire.GuardCheck.Breach;
import org.zeroply.rules.Move;
import org.zeroply.rules.PieceType;
import org.zeroply.rules.Side;
import org.zeroply.rules.Square;
import org.zeroply.search.Calculator;
import org.zeroply.search.Limit;
import org.zeroply.work.Cancel;

class ConditionTest {
    /** Conditions tried by hand on one position after 1.d4 d5 2.c4 e6 3.Nc3 Nf6 4.cxd5 exd5 5.Bg5 Be7 6.e3. */
    @ParameterizedTest
    @CsvSource({
        "(bears white knight d5), true",
        "(bears white man e2), true",
        "(bears white rook e2), false",
        "(stands black pawn d5), true",
        "(stands black man d6), false",
        "(castle white either), true",
        "(castle black long), true",
        "(played white bishop g5), true",
        "(played white bishop f4), false",
        "(played black knight c6), false",
        "(gains white d5 most 0), true",
        "(gains black e3 least 1), false",
        "(measure isolated white most 0), true",
        "(measure developed black least 2), true",
        "(measure total white least 40), false",
        "(is imbalance white both_bishops), false",
        "(lever white e3 e4), false",
        "(lever black c7 c5), true",
        "(lever white f2 f3), true",
        "(lever black d5 d4), false",
        "(all (stands white knight c3) (not (stands white pawn e4))), true",
        "(any (stands white pawn e4) (stands white pawn f4)), false",
        "(measure threats white most 9), true",
    })
    void eachConditionSaysWhatABoardShows(String text, boolean holds) {
        String line = "d4 d5 c4 e6 Nc3 Nf6 cxd5 exd5 Bg5 Be7 e3";
        Situation situation = new Situation(
                Trees.positions(line), Trees.moves(Trees.positions("").getFirst(), line));
        assertThat(ConditionText.read(text)).isInstanceOfSatisfying(ConditionText.Reading.Read.class, read -> {
            assertThat(read.condition().holds(situation)).isEqualTo(holds);
            assertThat(read.condition().failing(situation).isEmpty()).isEqualTo(holds);
            assertThat(ConditionText.write(read.condition())).isEqualTo(text);
            assertThat(read.condition().inWords()).isNotBlank();
        });
    }

    @Test
    void aSituationKeepsWhatTheFirstMeasureWorkedOut() {
        Situation situation = Situation.of(Fen.position("4k3/pp3ppp/8/3p4/8/8/PP3PPP/4K3 w - - 0 1"));
        Value isolated = situation.value(Factor.ISOLATED, Side.BLACK);
        assertThat(isolated.size()).isEqualTo(1);
        assertThat(situation.value(Factor.ISOLATED, Side.BLACK)).isSameAs(isolated);
        // A measure that needs a search adds its entries and leaves the others as they are.
        Value threats = situation.value(Factor.THREATS, Side.WHITE);
        assertThat(situation.value(Factor.THREATS, Side.WHITE)).isSameAs(threats);
        assertThat(situation.value(Factor.ISOLATED, Side.BLACK)).isSameAs(isolated);
    }

    @Test
    void aLeverThatDropsAPawnOrIsPinnedIsNone() {
        // After e4-e5 the black d-pawn simply takes.
        Situation situation = Situation.of(Fen.position("4k3/8/3p4/8/4P3/8/8/4K3 w - - 0 1"));
        assertThat(new Condition.Lever(Side.WHITE, Square.E4, Square.E5).holds(situation))
                .isFalse();
        Situation guarded = Situation.of(Fen.position("4k3/8/3p4/8/4P3/5N2/8/4K3 w - - 0 1"));
        assertThat(new Condition.Lever(Side.WHITE, Square.E4, Square.E5).holds(guarded))
                .isTrue();
        Situation inCheck = Situation.of(Fen.position("4k3/8/8/8/8/8/3PP3/r3K3 w - - 0 1"));
        assertThat(new Condition.Lever(Side.BLACK, Square.D7, Square.D6).holds(inCheck))
                .isFalse();
    }

    @ParameterizedTest
    @CsvSource(
            delimiter = ';',
            value = {
                "(bears white knight z9); 21; expected a square, found z9",
                "(bears green knight e4); 8; expected white, black, found green",
                "(flies white e4); 2; expected the name of a condition, found flies",
                "(not (castle white short); 26; expected ), found the end",
                "(castle white short) x; 22; expected the end, found x",
                "(measure glory white least 1); 10; expected an entry of the ledger, found glory",
                "''; 1; expected (, found the end",
            })
    void aWrongTextIsRefusedWithThePlace(String text, int column, String reason) {
        assertThat(ConditionText.read(text)).isEqualTo(new ConditionText.Reading.Refused(column, reason));
    }

    @Test
    void nestingWithoutEndIsRefused() {
        assertThat(ConditionText.read("(not ".repeat(500))).isInstanceOf(ConditionText.Reading.Refused.class);
    }

    private static final Guard KNIGHT_GOES_WHEN_GUARDED = new Guard(
            PieceType.KNIGHT, Square.E5, new Condition.Bears(Side.WHITE, PieceType.PAWN, Square.E5), "it is taken");

    @Test
    void aGuardWatchesALaterMoveOfThePlanOnEveryPath() {
        Repertoire repertoire =
                Trees.of(Side.WHITE, "d4 d5 Nf3 Nf6 Bf4 e6 Ne5", "d4 d5 Nf3 Nf6 Bf4 c5 e3 Nc6 Ne5", "Nf3 d5 d4 e6 Ne5");
        repertoire = Trees.say(
                repertoire, "d4 d5 Nf3", edge -> ((Answer) edge).withGuards(List.of(KNIGHT_GOES_WHEN_GUARDED)));
        assertThat(GuardCheck.of(repertoire, new Cancel())).isEmpty();
        // A guard of the same move that asks for a bishop's help fails where the bishop has not come out.
        Guard bishop = new Guard(
                PieceType.KNIGHT,
                Square.E5,
                new Condition.All(List.of(
                        new Condition.Bears(Side.WHITE, PieceType.PAWN, Square.E5),
                        new Condition.Bears(Side.WHITE, PieceType.BISHOP, Square.E5),
                        new Condition.Played(Side.BLACK, PieceType.PAWN, Square.C5))),
                "");
        repertoire = Trees.say(repertoire, "d4 d5 Nf3", edge -> ((Answer) edge).withGuards(List.of(bishop)));
        List<Breach> breaches = GuardCheck.of(repertoire, new Cancel());
        // 1.Nf3 d5 2.d4 comes to the same position as 1.d4 d5 2.Nf3, so its line is watched too.
        assertThat(breaches).hasSize(2);
        assertThat(breaches).anySatisfy(breach -> {
            assertThat(breach.failing()).containsExactly(new Condition.Played(Side.BLACK, PieceType.PAWN, Square.C5));
            assertThat(breach.inWords())
                    .isEqualTo("4.Ne5 is played here while its guard does not hold: Black has played a pawn to c5");
        });
        Breach first = breaches.getFirst();
        assertThat(first.evidence(new Calculator(1, 1), Limit.nodes(20_000), new Cancel()))
                .hasValueSatisfying(line -> assertThat(line).contains("..."));
    }

    @Test
    void aBreachIsTheSameAfterAnEditElsewhere() {
        Guard bishop = new Guard(
                PieceType.KNIGHT, Square.E5, new Condition.Bears(Side.WHITE, PieceType.BISHOP, Square.E5), "");
        Repertoire before = Trees.say(
                Trees.of(Side.WHITE, "d4 d5 Nf3 Nf6 Ne5"),
                "d4 d5 Nf3",
                edge -> ((Answer) edge).withGuards(List.of(bishop)));
        Repertoire after = Trees.say(
                Trees.of(Side.WHITE, "d4 d5 Nf3 Nf6 Ne5", "d4 f5 c4"),
                "d4 d5 Nf3",
                edge -> ((Answer) edge).withGuards(List.of(bishop)));
        List<Breach> breaches = GuardCheck.of(before, new Cancel());
        assertThat(breaches).hasSize(1);
        assertThat(GuardCheck.of(after, new Cancel()))
                .as("so that what was calculated of it still belongs to it")
                .isEqualTo(breaches)
                .hasSameHashCodeAs(breaches);
        Repertoire otherWay = Trees.say(
                Trees.of(Side.WHITE, "d4 Nf6 Nf3 d5 Ne5"),
                "d4 Nf6 Nf3",
                edge -> ((Answer) edge).withGuards(List.of(bishop)));
        assertThat(GuardCheck.of(otherWay, new Cancel())).hasSize(1).isNotEqualTo(breaches);
    }

    @Test
    void aGuardThatAsksTheWayFailsOnOneOrderOnly() {
        Repertoire repertoire = Trees.of(Side.WHITE, "d4 d5 c4 e6 Nc3", "c4 e6 d4 d5 Nc3");
        Guard order = new Guard(
                PieceType.KNIGHT,
                Square.C3,
                new Condition.Not(new Condition.Played(Side.BLACK, PieceType.PAWN, Square.E6)),
                "");
        Repertoire watched =
                Trees.say(repertoire, "d4 d5 c4 e6 Nc3", edge -> ((Answer) edge).withGuards(List.of(order)));
        assertThat(GuardCheck.of(watched, new Cancel()))
                .singleElement()
                .satisfies(breach -> assertThat(breach.move()).isEqualTo(Trees.move("b1c3")));
    }

    @Test
    void aGameIsWatchedFromTheGuardedAnswerOn() {
        Repertoire repertoire = Trees.of(Side.WHITE, "d4 d5 Nf3");
        repertoire = Trees.say(
                repertoire, "d4 d5 Nf3", edge -> ((Answer) edge).withGuards(List.of(KNIGHT_GOES_WHEN_GUARDED)));
        String good = "d4 d5 Nf3 Nf6 Ne5";
        assertThat(GuardCheck.inGame(repertoire, Trees.positions(good), moves(good)))
                .isEmpty();
        String bad = "d4 d5 Nf3 c5 e3 cxd4 Ne5";
        assertThat(GuardCheck.inGame(repertoire, Trees.positions(bad), moves(bad)))
                .singleElement()
                .satisfies(breach -> assertThat(breach.node()).isEqualTo(6));
        // A game that never came by the answer is not watched.
        String elsewhere = "Nf3 Nf6 e3 e6 Ne5";
        assertThat(GuardCheck.inGame(repertoire, Trees.positions(elsewhere), moves(elsewhere)))
                .isEmpty();
    }

    private static List<Move> moves(String line) {
        return Trees.moves(Trees.positions("").getFirst(), line);
    }

    @ParameterizedTest
    @CsvSource(delimiter = '|', textBlock = """
            a black piece bears on c6 | (bears black man c6)
            A white Knight stands on e5. | (stands white knight e5)
            a black piece bears on c6 and White may still castle | (all (bears black man c6) (castle white either))
            not (a white pawn bears on d5 or a white knight bears on d5) | (not (any (bears white pawn d5) (bears white knight d5)))
            White gains nothing by taking on d5 | (gains white d5 most 0)
            """)
    void aSentenceIsReadAsItIsSaid(String sentence, String text) {
        assertThat(ConditionText.read(sentence)).isEqualTo(ConditionText.read(text));
        assertThat(ConditionText.read(sentence)).isInstanceOf(ConditionText.Reading.Read.class);
    }

    @Test
    void everyConditionIsReadAsItIsSaidOrWrittenInBrackets() {
        Random random = new Random(24);
        for (int i = 0; i < 2_000; i++) {
            Condition condition = condition(random, 2);
            assertThat(ConditionText.read(ConditionText.sentence(condition)))
                    .isEqualTo(new ConditionText.Reading.Read(condition));
        }
    }

    private static Condition condition(Random random, int depth) {
        Side side = Side.values()[random.nextInt(2)];
        Square square = Square.values()[random.nextInt(64)];
        PieceType piece = PieceType.values()[random.nextInt(6)];
        return switch (random.nextInt(depth == 0 ? 5 : 8)) {
            case 0 -> new Condition.Bears(side, random.nextBoolean() ? piece : null, square);
            case 1 -> new Condition.Stands(side, piece, square);
            case 2 -> new Condition.MayCastle(side, Condition.Wing.values()[random.nextInt(3)]);
            case 3 -> new Condition.Measure(Factor.MOBILITY, side, Condition.Bound.LEAST, random.nextInt(40));
            case 4 -> new Condition.Gains(side, square, Condition.Bound.MOST, random.nextInt(3));
            case 5 -> new Condition.Not(condition(random, depth - 1));
            case 6 -> new Condition.All(List.of(condition(random, depth - 1), condition(random, depth - 1)));
            default -> new Condition.Any(List.of(condition(random, depth - 1), condition(random, depth - 1)));
        };
    }
}
