package org.zeroply.notation;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.io.InputStream;
import java.nio.charset.Charset;
import java.nio.charset.StandardCharsets;
import java.time.Duration;
import java.util.ArrayList;
import java.util.List;
import java.util.Random;
import java.util.concurrent.atomic.AtomicLong;
import java.util.stream.Collectors;
import org.junit.jupiter.api.Test;
import org.zeroply.gametree.Command;
import org.zeroply.gametree.Game;
import org.zeroply.gametree.GameNode;
import org.zeroply.gametree.GameResult;
import org.zeroply.gametree.GameTree;
import org.zeroply.gametree.Tags;
import org.zeroply.rules.Move;
import org.zeroply.rules.Position;

class PgnTest {
    private static List<PgnEntry> readAll(InputStream in) {
        PgnReader reader = new PgnReader(in);
        List<PgnEntry> entries = new ArrayList<>();
        try {
            for (PgnEntry entry = reader.next(); entry != null; entry = reader.next()) {
                entries.add(entry);
            }
        } catch (IOException failed) {
            throw new AssertionError(failed);
        }
        return entries;
    }

    private static List<PgnEntry> readAll(String text) {
        return readAll(new ByteArrayInputStream(text.getBytes(StandardCharsets.UTF_8)));
    }

    private static PgnEntry.Read one(String text) {
        List<PgnEntry> entries = readAll(text);
        assertThat(entries).hasSize(1);
        assertThat(entries.getFirst()).isInstanceOf(PgnEntry.Read.class);
        return (PgnEntry.Read) entries.getFirst();
    }

    private static String moves(Game game) {
        return PgnWriter.movetext(game.tree());
    }

    @Test
    void anOpenCommentEndsAtTheNextTagSection() {
        List<PgnEntry> entries = readAll("""
                [White "Brandt, Ida"]

                1.d4 d5 {forgotten to close
                [this is no tag
                [Note "nor is this, with no empty line before"]

                [White "Tarn, Bastian"]
                [Black "Okafor, Sam"]

                1.e4 c5 {again
                [Event "Club evening"]
                1.c4 *
                """);
        assertThat(entries).hasSize(3).allMatch(PgnEntry.Read.class::isInstance);
        assertThat(entries.get(0).faults())
                .singleElement()
                .satisfies(fault -> assertThat(fault.reason()).contains("line 3"));
        assertThat(moves(((PgnEntry.Read) entries.get(0)).game())).contains("nor is this");
        assertThat(((PgnEntry.Read) entries.get(1)).game().tags().get("Black")).isEqualTo("Okafor, Sam");
        assertThat(moves(((PgnEntry.Read) entries.get(1)).game())).startsWith("1. e4 c5 {again}");
        assertThat(((PgnEntry.Read) entries.get(2)).game().tags().get("Event")).isEqualTo("Club evening");
    }

    @Test
    void readsTagsMovesRemarksAndResult() {
        PgnEntry.Read read = one("""
                [Event "Lantern Quay Open"]
                [White "Stanek, M."]
                [Black "Hale \\"Tim\\", T."]
                [Result "1-0"]
                [Mood "cold hall"]

                {A wet Tuesday.} 1.d4 f5 2.g3 {[%clk 1:29:40] Solid.} (2.e4!? $14 {sharp} fxe4 (2...d6) 3.Nc3)
                2...Nf6 $1 ; keeps an eye on e4
                3.Bg2 1-0
                """);
        assertThat(read.faults()).isEmpty();
        Game game = read.game();
        assertThat(game.tags().get("Black")).isEqualTo("Hale \"Tim\", T.");
        assertThat(game.tags().get("Mood")).isEqualTo("cold hall");
        assertThat(game.result()).isEqualTo(GameResult.WHITE_WINS);
        GameTree tree = game.tree();
        assertThat(tree.root().after()).isEqualTo("A wet Tuesday.");
        List<Integer> line = tree.mainLine();
        assertThat(line).hasSize(5);
        GameNode g3 = tree.node(line.get(2));
        assertThat(g3.after()).isEqualTo("Solid.");
        assertThat(g3.clock()).contains(Duration.ofSeconds(5380));
        assertThat(tree.node(line.get(3)).signs()).containsExactly(1);
        assertThat(tree.node(line.get(3)).after()).isEqualTo("keeps an eye on e4");
        assertThat(tree.node(line.get(1)).children()).hasSize(2);
        assertThat(moves(game))
                .isEqualTo("{A wet Tuesday.} 1. d4 f5 2. g3 {[%clk 1:29:40] Solid.} (2. e4!? $14 {sharp}\n"
                        + "2... fxe4 (2... d6) 3. Nc3) 2... Nf6! {keeps an eye on e4} 3. Bg2");
    }

    @Test
    void anIllegalMoveEndsOnlyItsOwnLineAndNothingIsLost() {
        PgnEntry.Read read = one("""
                [White "A"]

                1.e4 e5 (1...c5 2.Nf6 Nc6 {why} (2...d6)) 2.Nf3 Nc6 3.Bb5 Qh9 4.O-O Nf6 *
                """);
        assertThat(read.faults()).hasSize(2);
        PgnFault first = read.faults().getFirst();
        assertThat(first.line()).isEqualTo(3);
        assertThat(first.token()).isEqualTo("Nf6");
        assertThat(first.reason()).contains("no knight can go to f6");
        assertThat(read.faults().get(1).token()).isEqualTo("Qh9");
        assertThat(moves(read.game()))
                .isEqualTo("1. e4 e5 (1... c5 {Not read: Nf6 Nc6 (why) ( 2...d6 )}) 2. Nf3 Nc6 3. Bb5 {Not\n"
                        + "read: Qh9 4.O-O Nf6}");
    }

    @Test
    void damagedFilesComeThroughAsFarAsTheyCan() {
        List<PgnEntry> entries = readAll("""
                [Event "one"]
                1.e4 e5 2.Nf3

                [Event "two"]
                [Result "0-1"]
                1. d4 {never closed
                [Event "three"]
                [Variant "Atomic"]
                1.e4 e5 1-0
                [Event "four"]
                [Event]
                [Site "open]
                1.c4 ) } (1.d4 e.p. 1/2-1/2
                [Event "five"]
                [FEN "8/8/8/8/8/8/8/8 w - - 0 1"]
                1.e4 *
                """);
        assertThat(entries).hasSize(5);
        assertThat(entries.get(0)).isInstanceOfSatisfying(PgnEntry.Read.class, read -> {
            assertThat(read.faults()).isEmpty();
            assertThat(read.game().tree().mainLine()).hasSize(3);
            assertThat(read.game().result()).isEqualTo(GameResult.OPEN);
        });
        assertThat(entries.get(1)).isInstanceOfSatisfying(PgnEntry.Read.class, read -> {
            assertThat(read.faults()).extracting(PgnFault::line).containsExactly(7L);
            assertThat(read.game().result()).isEqualTo(GameResult.BLACK_WINS);
        });
        assertThat(entries.get(2))
                .isInstanceOfSatisfying(
                        PgnEntry.Skipped.class,
                        skipped ->
                                assertThat(skipped.faults().getFirst().reason()).contains("Atomic"));
        assertThat(entries.get(3)).isInstanceOfSatisfying(PgnEntry.Read.class, read -> {
            assertThat(read.faults()).hasSizeGreaterThanOrEqualTo(4);
            assertThat(read.game().result()).isEqualTo(GameResult.DRAW);
            assertThat(read.game().tags().get("Site")).isEqualTo("open");
        });
        assertThat(entries.get(4))
                .isInstanceOfSatisfying(
                        PgnEntry.Skipped.class,
                        skipped ->
                                assertThat(skipped.faults().getFirst().reason()).contains("White has no king"));
    }

    @Test
    void habitsOfOtherWritersAreUnderstood() {
        PgnEntry.Read read = one("\uFEFF[White \"A\"]\r\n% an escape line\r\n\r\n1. e4 e5 2.0-0?? Nf3\r\n");
        assertThat(read.faults()).hasSize(1);
        PgnEntry.Read loose = one("1 e4 e5 2 ng1f3 Nb8-c6 3.♗b5 a6!? 4.-- +- Nf6 = 5.Bxc6 dc6 N 6 0-0 ½-½");
        assertThat(loose.faults()).isEmpty();
        assertThat(loose.game().result()).isEqualTo(GameResult.DRAW);
        assertThat(moves(loose.game()))
                .isEqualTo("1. e4 e5 2. Nf3 Nc6 3. Bb5 a6!? 4. -- $18 Nf6 $10 5. Bxc6 dxc6 $146 6. O-O");
    }

    @Test
    void olderEncodingsAreReadTextByText() {
        byte[] older = "[White \"Müller, J.\"]\n[Black \"Ørsted\"]\n1.e4 {schön} *\n"
                .getBytes(Charset.forName("windows-1252"));
        Game game = ((PgnEntry.Read) readAll(new ByteArrayInputStream(older)).getFirst()).game();
        assertThat(game.tags().get("White")).isEqualTo("Müller, J.");
        assertThat(game.tree().node(1).after()).isEqualTo("schön");
        assertThat(one("[White \"Łukasz Ж\"]\n1.e4 *\n").game().tags().get("White"))
                .isEqualTo("Łukasz Ж");
    }

    @Test
    void aFileOfTwoBytesALetterIsReadLikeAnyOther() throws IOException {
        // Long enough for several chunks, with letters of two halves wherever one of them ends.
        String note = "𝄞 schön Ж ".repeat(9_000);
        String text = "[White \"Łukasz Ж\"]\n\n1.e4 {" + note + "} e5 *\n";
        for (Charset charset : List.of(StandardCharsets.UTF_16, StandardCharsets.UTF_16LE, StandardCharsets.UTF_16BE)) {
            PgnEntry entry = new PgnReader(new ByteArrayInputStream(text.getBytes(charset))).next();
            assertThat(entry).isInstanceOfSatisfying(PgnEntry.Read.class, read -> {
                assertThat(read.faults()).isEmpty();
                assertThat(read.game().tags().get("White")).isEqualTo("Łukasz Ж");
                assertThat(read.game().tree().node(1).after()).isEqualTo(note.strip());
                assertThat(read.game().tree().mainLine()).hasSize(2);
            });
        }
    }

    @Test
    void setUpPositionsKeepTheirMoveNumbers() {
        PgnEntry.Read read = one("[SetUp \"1\"]\n[FEN \"4k3/8/8/8/8/8/4P3/4K3 b - - 3 41\"]\n\n41...Kd7 42.e4 *");
        assertThat(read.faults()).isEmpty();
        String written = PgnWriter.write(read.game());
        assertThat(written)
                .contains("[FEN \"4k3/8/8/8/8/8/4P3/4K3 b - - 3 41\"]")
                .contains("41... Kd7 42. e4 *");
        assertThat(one(written).game().sameAs(read.game())).isTrue();
    }

    @Test
    void hostileInputEndsInAReport() {
        assertThat(readAll("(".repeat(100_000))).isNotNull();
        assertThat(readAll("1.e4 " + "(1.d4 ".repeat(2_000) + ")".repeat(2_000))
                        .getFirst()
                        .faults())
                .isNotEmpty();
        PgnEntry.Read cut = one("1.e4 {" + "x".repeat(3 << 20) + "} e5 *");
        assertThat(cut.faults()).hasSize(1);
        assertThat(cut.game().tree().node(1).after()).hasSize(1 << 20);
        assertThat(cut.game().tree().mainLine()).hasSize(2);
        assertThat(one("[A \"" + "y".repeat(1 << 20) + "\"]\n1.e4 *").faults()).isNotEmpty();
        byte[] noise = new byte[1 << 20];
        new Random(3).nextBytes(noise);
        for (PgnEntry entry : readAll(new ByteArrayInputStream(noise))) {
            assertThat(entry.faults()).hasSizeLessThan(60);
        }
        assertThat(readAll("")).isEmpty();
        assertThat(readAll("\n\n  \n")).isEmpty();
        assertThat(readAll("*")).hasSize(1);
    }

    @Test
    void theFileIsStreamedGameByGame() throws IOException {
        byte[] game = "[Event \"x\"]\n\n1.e4 e5 2.Nf3 Nc6 3.Bb5 a6 1-0\n\n".getBytes(StandardCharsets.US_ASCII);
        long length = 100_000L * game.length;
        AtomicLong taken = new AtomicLong();
        InputStream stream = new InputStream() {
            @Override
            public int read() {
                return taken.get() >= length ? -1 : game[(int) (taken.getAndIncrement() % game.length)];
            }

            @Override
            public int read(byte[] into, int offset, int count) {
                int i = 0;
                for (int next = 0; i < count && (next = read()) >= 0; i++) {
                    into[offset + i] = (byte) next;
                }
                return i == 0 && count > 0 ? -1 : i;
            }
        };
        PgnReader reader = new PgnReader(stream);
        long games = 0;
        for (PgnEntry entry = reader.next(); entry != null; entry = reader.next()) {
            games++;
            assertThat(taken.get() - reader.position()).isLessThanOrEqualTo(1 << 16);
            assertThat(reader.position()).isLessThanOrEqualTo(games * game.length);
        }
        assertThat(games).isEqualTo(100_000);
    }

    @Test
    void whatIsWrittenIsReadAsTheSameTree() {
        for (int round = 0; round < 400; round++) {
            long seed = 9_000L + round;
            Game game = randomGame(new Random(seed));
            String written = PgnWriter.write(game);
            PgnEntry.Read read = one(written);
            assertThat(read.faults()).as("seed %d%n%s", seed, written).isEmpty();
            assertThat(read.game().sameAs(game))
                    .as("seed %d%n%s%n%s", seed, written, PgnWriter.write(read.game()))
                    .isTrue();
            assertThat(written.lines()
                            .filter(line -> !line.startsWith("["))
                            .mapToInt(String::length)
                            .max()
                            .orElse(0))
                    .as("seed %d%n%s", seed, written)
                    .isLessThanOrEqualTo(80);
        }
    }

    /** A game with tags, nested variations, remarks everywhere, signs, clocks and an occasional pass. */
    private static Game randomGame(Random random) {
        GameTree tree = GameTree.of(Position.START);
        List<Integer> ids = new ArrayList<>(List.of(0));
        int moves = 5 + random.nextInt(60);
        for (int i = 0; i < moves; i++) {
            int parent = random.nextInt(3) > 0 ? ids.getLast() : ids.get(random.nextInt(ids.size()));
            Position position = tree.positionAt(parent);
            List<Move> legal = new ArrayList<>(position.legalMoves());
            if (!position.isCheck() && random.nextInt(12) == 0) {
                legal.add(Move.PASS);
            }
            if (!legal.isEmpty()) {
                GameTree.Edit edit = tree.add(parent, legal.get(random.nextInt(legal.size())));
                tree = edit.tree();
                ids.add(edit.focus());
            }
        }
        for (int id : ids) {
            GameNode node = tree.node(id);
            if (random.nextInt(3) == 0) {
                node = node.withAfter(randomText(random));
            }
            boolean opensVariation =
                    node.parent() >= 0 && tree.node(node.parent()).children().getFirst() != id;
            if (opensVariation && random.nextInt(3) == 0) {
                node = node.withBefore(randomText(random));
            }
            if (random.nextInt(4) == 0) {
                node = node.withSigns(List.of(1 + random.nextInt(6), 10 + random.nextInt(10)));
            }
            if (random.nextInt(4) == 0) {
                node = node.withCommands(List.of(new Command("clk", "1:0" + random.nextInt(10) + ":07")));
            }
            tree = tree.with(node);
        }
        Tags tags = Tags.NONE;
        for (String name : List.of("Event", "Site", "Date", "Round", "White", "Black", "Ledger", "Note")) {
            tags = tags.with(name, randomText(random).lines().findFirst().orElse("x"));
        }
        return new Game(tags, tree, GameResult.values()[random.nextInt(4)]);
    }

    private static String randomText(Random random) {
        List<String> words = List.of(
                "the",
                "rook",
                "[Event",
                "%",
                "\"held\"",
                "back\\slash",
                "ö",
                "♘",
                "(not",
                "so)",
                "[x]",
                ";",
                "1.e4",
                "$5",
                "!");
        return random.ints(1 + random.nextInt(2), 1, 14)
                .mapToObj(count ->
                        random.ints(count, 0, words.size()).mapToObj(words::get).collect(Collectors.joining(" ")))
                .collect(Collectors.joining("\n"));
    }

    @Test
    void epdGivesItsOperationsBack() {
        String line = "4k3/8/8/8/8/8/4P3/4K3 w - - bm e4 Kd2; id \"a quiet one; two\"; hmvc 3;";
        assertThat(Epd.read(line)).isInstanceOfSatisfying(Epd.Reading.Read.class, read -> {
            assertThat(read.epd().operations().get("bm")).containsExactly("e4", "Kd2");
            assertThat(read.epd().operations().get("id")).containsExactly("a quiet one; two");
            assertThat(read.epd().position().halfmoveClock()).isEqualTo(3);
            assertThat(read.epd().write()).isEqualTo(line);
        });
        assertThat(Epd.read("4k3/8/8/8/8/8/4P3/4K3 w - - bm \"open")).isInstanceOf(Epd.Reading.Refused.class);
        assertThat(Epd.read("nothing")).isInstanceOf(Epd.Reading.Refused.class);
    }
}
