package org.zeroply.analysis;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.util.HashSet;
import java.util.List;
import java.util.Set;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.zeroply.notation.Fen;
import org.zeroply.rules.Exchange;
import org.zeroply.rules.Move;
import org.zeroply.rules.Position;
import org.zeroply.rules.Side;
import org.zeroply.work.Cancel;

class ChecksRunOutTest {
    private static ChecksRunOut checks(String fen) {
        Position position = Fen.position(fen);
        return ChecksRunOut.of(position, position.sideToMove(), 5_000, new Cancel());
    }

    @ParameterizedTest
    @CsvSource({
        // No check at all; one; several, after which the king has a square of rest.
        "4k3/8/8/8/8/8/8/4K3 w - - 0 1, RUN_OUT, 0",
        "4k3/8/8/8/8/8/4P3/4K2N w - - 0 1, RUN_OUT, 0",
        "7k/8/8/8/8/8/6P1/K6B w - - 0 1, RUN_OUT, 0",
        "k7/8/8/8/8/8/6P1/4K2B w - - 0 1, RUN_OUT, 1",
        "6k1/5ppp/8/8/8/8/8/3RK3 w - - 0 1, MATE, 1",
        "r5k1/5ppp/8/8/8/8/5PPP/3R2K1 w - - 0 1, RUN_OUT, 0",
        "r5k1/5ppp/8/8/8/8/3R1PPP/3R2K1 w - - 0 1, MATE, 2",
        "6rk/6pp/8/6N1/8/8/8/6K1 w - - 0 1, MATE, 1",
        "5r1k/6pp/7N/8/8/1Q6/8/6K1 w - - 0 1, MATE, 2",
        "3r3k/6pp/8/6N1/8/1Q6/8/6K1 w - - 0 1, MATE, 4",
        // Perpetual: the king has two squares and the queen two checks.
        "6k1/6p1/8/7Q/8/8/qr6/7K w - - 0 1, PERPETUAL, ''",
        "1k6/1p6/8/Q7/8/8/6rr/7K w - - 0 1, RUN_OUT, ''",
        "1k6/8/8/8/8/8/5PPP/R5K1 w - - 0 1, RUN_OUT, ''",
        "8/8/8/8/8/5k2/8/4K1R1 w - - 0 1, RUN_OUT, 1",
        // The checking piece is taken: an exchanged queen, a pawn that checks once.
        "4k3/4q3/8/8/8/8/4Q3/4K3 w - - 0 1, RUN_OUT, 1",
        "8/8/3k4/8/4P3/8/8/4K3 w - - 0 1, RUN_OUT, 0",
        // The only reply to the pawn's double step is taking in passing.
        "5B2/8/5K2/4N2k/7p/8/6P1/8 w - - 0 1, NOT_MATE, ''",
        // Castling is no answer to a check; a check uncovered; underpromotion checks.
        "r3k3/8/4K3/8/8/8/8/7R w q - 0 1, MATE, 1",
        "6br/5Ppk/7p/8/8/8/8/K7 w - - 0 1, MATE, 1",
        "7k/8/8/8/8/2N5/1B6/K7 w - - 0 1, NOT_MATE, ''",
        "8/8/8/8/8/8/2k4p/K7 b - - 0 1, MATE, ''"
    })
    void theChecksEndAsTheyShould(String fen, String end, String count) {
        ChecksRunOut found = checks(fen);
        if (end.equals("NOT_MATE")) {
            assertThat(found.end()).isNotIn(ChecksRunOut.End.MATE, ChecksRunOut.End.NOT_SETTLED);
        } else {
            assertThat(found.end().name()).as(found.text()).isEqualTo(end);
        }
        if (!count.isEmpty()) {
            assertThat(found.count()).as(found.text()).isEqualTo(Integer.parseInt(count));
        }
        assertIsPlayable(found);
        assertThat(missedCheck(found)).isEmpty();
    }

    /** Every other move of the main line is a check, and the king's path is the one it walks. */
    private static void assertIsPlayable(ChecksRunOut found) {
        Position position = found.position(0);
        Side king = position.sideToMove().opposite();
        Set<Object> squares = new HashSet<>(List.of(position.king(king)));
        List<Move> line = found.line();
        for (int i = 0; i < line.size(); i++) {
            position = position.play(line.get(i));
            if (i % 2 == 0) {
                assertThat(position.isCheck()).isTrue();
            }
            squares.add(position.king(king));
        }
        assertThat(new HashSet<Object>(found.kingPath())).isEqualTo(squares);
        if (found.end() == ChecksRunOut.End.MATE) {
            assertThat(position.isCheckmate()).isTrue();
        }
        if (found.end() == ChecksRunOut.End.RUN_OUT) {
            Position rest = position;
            assertThat(rest.legalMoves())
                    .as("every check that is left can be taken for nothing")
                    .allMatch(move -> !rest.play(move).isCheck()
                            || Exchange.result(
                                            rest.play(move),
                                            move.to(),
                                            rest.sideToMove().opposite())
                                    > 0);
        }
    }

    /** Gone over plainly: a check or a reply that the tree does not have. */
    private static String missedCheck(ChecksRunOut found) {
        for (int place = 0; place < found.size(); place++) {
            Position here = found.position(place);
            if (!found.isExplored(place)) {
                continue;
            }
            List<Move> checks = here.legalMoves().stream()
                    .filter(move -> here.play(move).isCheck())
                    .toList();
            List<Move> kept =
                    found.checks(place).stream().map(ChecksRunOut.Check::move).toList();
            if (!checks.equals(kept)) {
                return "checks of " + here + " are " + checks + ", kept " + kept;
            }
            for (ChecksRunOut.Check check : found.checks(place)) {
                if (check.replies().size()
                        != here.play(check.move()).legalMoves().size()) {
                    return "replies to " + check.move() + " in " + here;
                }
            }
        }
        return "";
    }

    @Test
    void saysItInOneLine() {
        assertThat(checks("k7/8/8/8/8/8/6P1/4K2B w - - 0 1").text())
                .startsWith("one check, then none; the king rests on ");
        assertThat(checks("6k1/5ppp/8/8/8/8/8/3RK3 w - - 0 1").text()).isEqualTo("mate with check 1");
        assertThat(checks("4k3/8/8/8/8/8/8/4K3 w - - 0 1").text()).isEqualTo("White has no check");
    }

    @Test
    void theOtherSideIsAskedAfterAPassUnlessThereIsACheck() {
        Position position = Fen.position("6k1/5ppp/8/8/8/8/8/3RK3 b - - 0 1");
        assertThat(ChecksRunOut.of(position, Side.WHITE, 100, new Cancel()).end())
                .isEqualTo(ChecksRunOut.End.MATE);
        Position check = Fen.position("3R2k1/5pp1/8/8/8/8/8/4K3 b - - 0 1");
        assertThat(ChecksRunOut.refusal(check, Side.WHITE)).contains("in check");
        assertThatThrownBy(() -> ChecksRunOut.of(check, Side.WHITE, 100, new Cancel()))
                .isInstanceOf(IllegalArgumentException.class);
    }

    @Test
    void nothingIsClaimedAtTheLimit() {
        Position position = Fen.position("6k1/6p1/8/7Q/8/8/qr6/7K w - - 0 1");
        ChecksRunOut found = ChecksRunOut.of(position, Side.WHITE, 1, new Cancel());
        assertThat(found.end()).isEqualTo(ChecksRunOut.End.NOT_SETTLED);
        assertThat(found.line()).isEmpty();
    }

    /** How it ends, and how many checks along the main line only give something away. */
    @ParameterizedTest
    @CsvSource({
        // The queen's check on c8 is sound; of those after it none is.
        "6k1/pp3p2/6p1/4N3/8/2Q5/1q4PP/6K1 w - - 0 1, RUN_OUT, 3",
        "6k1/5ppp/8/8/8/8/5PPP/1Q4K1 w - - 0 1, MATE, 0",
        "r5k1/5ppp/8/8/8/8/5PPP/3R2K1 w - - 0 1, RUN_OUT, 1",
        "8/8/3k4/8/4P3/8/8/4K3 w - - 0 1, RUN_OUT, 1",
        "1k6/8/8/8/8/8/5PPP/R5K1 w - - 0 1, RUN_OUT, 7",
        "4k3/8/8/8/8/8/8/R3K3 w - - 0 1, RUN_OUT, 4",
        "4k3/2b5/8/8/8/8/8/R3K3 w - - 0 1, RUN_OUT, 1",
        "3rk3/8/8/8/8/8/8/R3K3 w - - 0 1, RUN_OUT, 0",
        // The gift leads to mate, or to checks without end: then it counts.
        "6rk/6pp/8/6N1/2Q5/8/8/6K1 w - - 0 1, MATE, 0",
        "6k1/6p1/8/7Q/8/8/qr6/7K w - - 0 1, PERPETUAL, 0",
    })
    void checksThatOnlyGiveMaterialAwayAreLeftOut(String fen, String end, int gifts) {
        ChecksRunOut found = checks(fen);
        assertThat(found.end().name()).as(found.text()).isEqualTo(end);
        assertThat(found.givenAway()).isEqualTo(gifts);
    }
}
