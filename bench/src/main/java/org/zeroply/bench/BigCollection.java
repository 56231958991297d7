package org.zeroply.bench;

import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.io.InputStream;
import java.io.Writer;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Random;
import org.zeroply.gametree.Game;
import org.zeroply.gametree.GameResult;
import org.zeroply.gametree.GameTree;
import org.zeroply.gametree.Tags;
import org.zeroply.notation.PgnEntry;
import org.zeroply.notation.PgnReader;
import org.zeroply.notation.PgnWriter;
import org.zeroply.rules.Board;
import org.zeroply.rules.Position;
import org.zeroply.sample.SampleClub;

/**
 * Writes a PGN file of any number of invented games between invented people, always the same for the same number. Games
 * begin like games of the sample club and go on by chance, with a liking for captures, so that openings are shared and
 * endings are reached.
 */
final class BigCollection {
    private static final long SEED = 20261124;
    private static final int PEOPLE = 4_000;
    private static final int EVENTS = 600;
    private static final String[] SYLLABLES = {
        "bra", "len", "tor", "mi", "sol", "ka", "ven", "dri", "po", "ras", "el", "und", "ga", "wi", "ner", "os", "ti",
        "hal", "jo", "fen"
    };

    private final Random random = new Random(SEED);
    private final List<List<Integer>> openings = new ArrayList<>();
    private final List<String> people = new ArrayList<>();
    private final int[] legal = new int[Board.MAX_MOVES];

    private BigCollection() throws IOException {
        byte[] club;
        try (InputStream in = SampleClub.games()) {
            club = in.readAllBytes();
        }
        PgnReader reader = new PgnReader(new ByteArrayInputStream(club));
        for (PgnEntry entry = reader.next(); entry != null; entry = reader.next()) {
            if (entry instanceof PgnEntry.Read read
                    && read.game().tree().start().equals(Position.START)) {
                GameTree tree = read.game().tree();
                Board board = Position.START.board();
                List<Integer> codes = new ArrayList<>();
                for (int id : tree.mainLine()) {
                    int code = board.codeOf(tree.node(id).played());
                    codes.add(code);
                    board.make(code);
                }
                openings.add(codes);
            }
        }
        for (int i = 0; i < PEOPLE; i++) {
            people.add(name(2 + random.nextInt(2)) + ", " + name(2));
        }
    }

    /** Writes the games. */
    static void write(Path file, int games) throws IOException {
        BigCollection collection = new BigCollection();
        try (Writer out = Files.newBufferedWriter(file, StandardCharsets.UTF_8)) {
            for (int i = 0; i < games; i++) {
                PgnWriter.write(collection.game(i), out);
            }
        }
    }

    private String name(int syllables) {
        StringBuilder name = new StringBuilder();
        for (int i = 0; i < syllables; i++) {
            name.append(SYLLABLES[random.nextInt(SYLLABLES.length)]);
        }
        return name.substring(0, 1).toUpperCase(Locale.ROOT) + name.substring(1);
    }

    private Game game(int number) {
        Board board = Position.START.board();
        GameTree.Builder tree = new GameTree.Builder(Position.START);
        List<Integer> opening = openings.get(random.nextInt(openings.size()));
        int shared = Math.min(opening.size(), 4 + random.nextInt(20));
        int plies = 40 + random.nextInt(90);
        int node = GameTree.ROOT;
        for (int ply = 0; ply < plies; ply++) {
            int move = ply < shared ? opening.get(ply) : choose(board);
            if (move < 0) {
                break;
            }
            node = tree.add(node, Board.asMove(move));
            board.make(move);
        }
        GameResult[] results = {GameResult.WHITE_WINS, GameResult.DRAW, GameResult.BLACK_WINS};
        Tags tags = Tags.NONE
                .with("Event", "Open of " + SYLLABLES[number % SYLLABLES.length] + "berg " + number % EVENTS)
                .with("Site", SYLLABLES[random.nextInt(SYLLABLES.length)] + "stadt")
                .with(
                        "Date",
                        String.format(
                                Locale.ROOT,
                                "%d.%02d.%02d",
                                2006 + random.nextInt(20),
                                1 + random.nextInt(12),
                                1 + random.nextInt(28)))
                .with("Round", Integer.toString(1 + random.nextInt(9)))
                .with("White", people.get(random.nextInt(PEOPLE)))
                .with("Black", people.get(random.nextInt(PEOPLE)));
        return new Game(tags, tree.build(), results[random.nextInt(3)]);
    }

    /** Any legal move, often a capture; -1 where there is none. */
    private int choose(Board board) {
        int count = board.legalMoves(legal);
        if (count == 0) {
            return -1;
        }
        for (int attempt = 0; attempt < 3; attempt++) {
            int move = legal[random.nextInt(count)];
            if (board.codeAt(Board.to(move)) != 0) {
                return move;
            }
        }
        return legal[random.nextInt(count)];
    }
}
