package org.zeroply.notation;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import java.util.Random;
import java.util.stream.Collectors;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.EnumSource;
import org.zeroply.rules.Move;
import org.zeroply.rules.Position;
import org.zeroply.rules.RandomPlay;

class LineReaderTest {
    private static final String START = "rnbqkbnr/pppppppp/8/8/8/8/PPPPPPPP/RNBQKBNR w KQkq - 0 1";
    private static final String PROMOTION = "1n5k/P7/8/8/8/8/8/K7 w - - 0 1";

    private static String read(Position position, String text, Language language) {
        return switch (new LineReader(language).read(position, text)) {
            case LineReading.Read read ->
                read.moves().stream().map(Move::toString).collect(Collectors.joining(" "));
            case LineReading.Refused refused -> refused.column() + " " + refused.token() + ": " + refused.reason();
        };
    }

    private static LineReading.Refused refused(String fen, String text) {
        LineReading reading = new LineReader(Language.ENGLISH).read(Fen.position(fen), text);
        assertThat(reading).isInstanceOf(LineReading.Refused.class);
        return (LineReading.Refused) reading;
    }

    @ParameterizedTest(name = "{1}")
    @CsvSource(
            delimiter = '|',
            value = {
                START + " | nf3 | g1f3",
                START + " | NF3 | g1f3",
                START + " | Ng1f3 | g1f3",
                START + " | Ng1-f3 | g1f3",
                START + " | g1f3 | g1f3",
                START + " | ♘f3 | g1f3",
                START + " | ♞f3 | g1f3",
                START + " | E4 | e2e4",
                START + " | Pe4 | e2e4",
                START + " | e2-e4 | e2e4",
                START + " | 1. e4 e5 2. Nf3 | e2e4 e7e5 g1f3",
                START + " | 1.e4 e5 2.nf3 nc6 3.bc4 | e2e4 e7e5 g1f3 b8c6 f1c4",
                START + " | e4e5nf3 | e2e4 e7e5 g1f3",
                START + " | 1e4 e5 2Nf3!? Nc6?! | e2e4 e7e5 g1f3 b8c6",
                START + " | ... e4 | e2e4",
                START + " | e4 d5 ed | e2e4 d7d5 e4d5",
                START + " | e4 d5 exd | e2e4 d7d5 e4d5",
                START + " | e4 d5 ed5 Qd5 | e2e4 d7d5 e4d5 d8d5",
                START + " | e4, c6; d4 d5 1-0 | e2e4 c7c6 d2d4 d7d5",
                "r3k2r/8/8/8/8/8/8/R3K2R w KQkq - 0 1 | 0-0 0-0-0 | e1g1 e8c8",
                "r3k2r/8/8/8/8/8/8/R3K2R w KQkq - 0 1 | OO ooo | e1g1 e8c8",
                "r3k2r/8/8/8/8/8/8/R3K2R w KQkq - 0 1 | e1g1 | e1g1",
                PROMOTION + " | a8Q | a7a8q",
                PROMOTION + " | a8=N | a7a8n",
                PROMOTION + " | axb8=R+ | a7b8r",
                PROMOTION + " | a8(Q) | a7a8q",
                PROMOTION + " | ab8q | a7b8q",
                PROMOTION + " | a7a8b | a7a8b",
                "4k3/8/8/8/1b6/2P5/1B6/4K3 w - - 0 1 | cxb4 | c3b4",
                "4k3/8/8/8/3pP3/8/8/4K3 b - e3 0 1 | dxe3 e.p. | 1 error"
            })
    void takesWhatPeopleType(String fen, String typed, String moves) {
        String expected = moves.equals("1 error") ? null : moves;
        String got = read(Fen.position(fen), typed, Language.ENGLISH);
        if (expected == null) {
            assertThat(got).startsWith("6 e.p.:");
        } else {
            assertThat(got).isEqualTo(expected);
        }
    }

    @Test
    void aSmallBIsTheFileWhereAPawnCanTakeAndTheBishopWhereNoneCan() {
        Position both = Fen.position("4k3/8/8/8/2p5/1P1B4/8/4K3 w - - 0 1");
        assertThat(read(both, "bxc4", Language.ENGLISH)).isEqualTo("b3c4");
        assertThat(read(both, "Bxc4", Language.ENGLISH)).isEqualTo("d3c4");
        Position bishopOnly = Fen.position("4k3/8/8/8/2p5/3B4/8/4K3 w - - 0 1");
        assertThat(read(bishopOnly, "bxc4", Language.ENGLISH)).isEqualTo("d3c4");
    }

    @Test
    void theWorkbooksLanguageComesFirstThenEnglishThenAnyThatAloneFits() {
        Position start = Position.START;
        assertThat(read(start, "1.e4 e5 2.Sf3 Sc6 3.Lb5", Language.GERMAN)).isEqualTo("e2e4 e7e5 g1f3 b8c6 f1b5");
        assertThat(read(start, "1.e4 e5 2.Nf3 Nc6 3.Bb5", Language.GERMAN)).isEqualTo("e2e4 e7e5 g1f3 b8c6 f1b5");
        assertThat(read(start, "1.e4 e5 2.Sf3 Sc6 3.Lb5", Language.ENGLISH)).isEqualTo("e2e4 e7e5 g1f3 b8c6 f1b5");
        assertThat(read(start, "1.e4 e5 2.Кf3 Кc6 3.Сb5", Language.ENGLISH)).isEqualTo("e2e4 e7e5 g1f3 b8c6 f1b5");
        // In French R is the king and T the rook.
        Position french = Fen.position("k7/8/8/8/8/8/4R3/4K3 w - - 0 1");
        assertThat(read(french, "Rd1", Language.FRENCH)).isEqualTo("e1d1");
        assertThat(read(french, "Rd2", Language.ENGLISH)).isEqualTo("e2d2");
    }

    @Test
    void twoOtherLanguagesThatDisagreeAreNotGuessedBetween() {
        // "D" is the queen in many languages, "T" the rook: the moves agree and are taken.
        Position position = Fen.position("7k/8/8/8/8/8/4Q3/R3K3 w Q - 0 1");
        assertThat(read(position, "Dd3 Rd7", Language.POLISH)).startsWith("1 Dd3:");
        assertThat(read(position, "Dd3 Kg7 Td1", Language.ENGLISH)).isEqualTo("e2d3 h8g7 a1d1");
    }

    @ParameterizedTest(name = "{1}: {2}")
    @CsvSource(
            delimiter = '|',
            quoteCharacter = '`',
            value = {
                "4k3/8/8/8/8/5N2/8/1N2K3 w - - 0 1 | Nd2 | two knights can go to d2: Nbd2, Nfd2",
                "4k3/8/4b3/8/8/8/8/4RK2 b - - 0 1 | Bd5 | the bishop on e6 is pinned to e8",
                START + " | Bb5 | the bishop's way from f1 to b5 is blocked on e2",
                START + " | Bd2 | an own pawn stands on d2",
                START + " | Nd4 | no knight can go to d4",
                START + " | e5 | no pawn can go to e5",
                START + " | exd3 | there is nothing to take on d3",
                START + " | exd | no pawn on the e-file can take on the d-file",
                START + " | e7e5 | the pawn on e7 is not White's",
                START + " | d4a1 | d4 is empty",
                START + " | O-O | castling is blocked on f1",
                START + " | hello | \"hello\" is not a move",
                START + " | Qh5 | the queen's way from d1 to h5 is blocked on e2",
                PROMOTION + " | a8 | the pawn must become a piece: a8=Q, a8=N, a8=R, a8=B",
                "4k3/8/8/8/8/8/4r3/4K2R w K - 0 1 | O-O | White is in check and cannot castle",
                "4k3/8/8/8/8/5r2/8/4K2R w K - 0 1 | O-O | the king would pass f1, which is attacked from f3",
                "4k3/8/8/8/8/8/8/4K2R w - - 0 1 | O-O | White may no longer castle with the rook on h1: king or rook has moved",
                "4k3/8/8/8/8/8/4r3/4K2R w K - 0 1 | Rg1 | White is in check from e2, and this does not meet it",
                "3rk3/8/8/8/8/8/8/4K3 w - - 0 1 | Kd1 | d1 is attacked from d8",
                "4k3/8/8/8/4n3/4P3/8/4K3 w - - 0 1 | e4 | the pawn on e3 is blocked on e4",
                "4k3/8/8/8/8/8/8/4K3 w - - 0 1 | Nf3 | White has no knight",
                "4k3/8/8/8/8/8/8/N3K3 w - - 0 1 | Ngf3 | White has no knight on the g-file",
                "7k/5Q2/6K1/8/8/8/8/8 b - - 0 1 | Kg8 | the game is over: Black is stalemated",
                "4r3/8/8/8/8/8/4K3/7k w - - 0 1 | Ke3 | the king would still be in check on e3"
            })
    void saysWhyAMoveCannotBe(String fen, String typed, String reason) {
        String got = refused(fen, typed).reason();
        if (reason.contains("still be in check")) {
            assertThat(got).isIn(reason, "e3 is attacked from e8");
        } else {
            assertThat(got).isEqualTo(reason);
        }
    }

    @Test
    void namesTheColumnAndTheTokenAndKeepsNothing() {
        LineReading.Refused refused = refused(START, "1.e4 e5 2.Nf4 Nc6");
        assertThat(refused.column()).isEqualTo(11);
        assertThat(refused.token()).isEqualTo("Nf4");
        assertThat(San.write(refused.at(), refused.meant().getFirst())).isEqualTo("Nf3");
    }

    @ParameterizedTest(name = "{1} meant {2}")
    @CsvSource({
        START + ", Nf4, Nf3",
        START + ", fN3, Nf3",
        START + ", Mf3, Nf3",
        START + ", d5, d4",
        START + ", ew4, e4",
        "4k3/8/8/8/8/5N2/8/1N2K3 w - - 0 1, Nd2, Nbd2",
        "r3k2r/8/8/8/8/8/8/R3K2R w KQkq - 0 1, O-P, O-O",
        PROMOTION + ", a8, a8=Q"
    })
    void offersTheMoveThatWasMeantFirst(String fen, String typed, String meant) {
        LineReading.Refused refused = refused(fen, typed);
        assertThat(refused.meant()).isNotEmpty();
        assertThat(San.write(refused.at(), refused.meant().getFirst())).isIn(meant, meant + "+");
    }

    @ParameterizedTest
    @EnumSource(Language.class)
    void whatIsWrittenInALanguageIsReadInIt(Language language) {
        for (int game = 0; game < 15; game++) {
            long seed = 100L + game;
            List<Move> moves = RandomPlay.game(new Random(seed), 120);
            StringBuilder text = new StringBuilder();
            Position position = Position.START;
            for (Move move : moves) {
                text.append(San.write(position, move, language)).append(' ');
                position = position.play(move);
            }
            assertThat(new LineReader(language).read(Position.START, text.toString()))
                    .as("seed %d in %s: %s", seed, language, text)
                    .isEqualTo(new LineReading.Read(moves));
        }
    }

    @Test
    void strictReadingFindsEveryMoveThatWasWritten() {
        RandomPlay.positions(11, 20, 150, position -> {
            for (Move move : position.legalMoves()) {
                assertThat(San.read(position, San.write(position, move)))
                        .as("seed 11, %s", Fen.write(position))
                        .isEqualTo(move);
            }
        });
    }

    @Test
    void garbageOfAnyKindIsRefusedAndNeverThrows() {
        Random random = new Random(5);
        LineReader reader = new LineReader(Language.RUSSIAN);
        String alphabet = "abcdefgh12345678NBRQKx=+#-O0.! ()♘К\u0000ß%";
        for (int round = 0; round < 800; round++) {
            StringBuilder text = new StringBuilder();
            int length = random.nextInt(24);
            for (int i = 0; i < length; i++) {
                text.append(alphabet.charAt(random.nextInt(alphabet.length())));
            }
            assertThat(reader.read(Position.START, text.toString()))
                    .as("seed 5, %s", text)
                    .isNotNull();
        }
        assertThat(read(Position.START, "e4".repeat(20_000), Language.ENGLISH)).contains("at most 20000");
    }
}
