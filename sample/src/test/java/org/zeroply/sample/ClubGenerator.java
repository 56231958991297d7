package org.zeroply.sample;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.Random;
import org.zeroply.gametree.CoachRemarks;
import org.zeroply.gametree.CoachRemarks.CandidateNote;
import org.zeroply.gametree.Command;
import org.zeroply.gametree.Game;
import org.zeroply.gametree.GameNode;
import org.zeroply.gametree.GameResult;
import org.zeroply.gametree.GameTree;
import org.zeroply.gametree.Tags;
import org.zeroply.ledger.Change;
import org.zeroply.ledger.Factor;
import org.zeroply.ledger.Ledger;
import org.zeroply.ledger.ValueScale;
import org.zeroply.notation.Fen;
import org.zeroply.notation.Language;
import org.zeroply.notation.LineReader;
import org.zeroply.notation.LineReading;
import org.zeroply.notation.PgnWriter;
import org.zeroply.notation.San;
import org.zeroply.rules.Board;
import org.zeroply.rules.GameStatus;
import org.zeroply.rules.Move;
import org.zeroply.rules.Position;
import org.zeroply.rules.Side;

/**
 * Makes the games of the sample club, always the same ones: from a fixed seed, opening lines chosen by hand and a weak
 * player whose blindness grows as the rating falls. Annotated games get a second look two plies deeper; where it finds
 * much better, the move is questioned and the better line given, and what the pawns changed is said in words. Run
 * {@code main} with the target file to make them anew; {@code SampleClubTest} makes the first few again and compares.
 */
final class ClubGenerator {
    private static final long SEED = 7_201_126;

    /** Openings that the club may show, in the order in which games take them. */
    private static final List<String> OPENINGS = List.of(
            "1.d4 d5 2.c4 e6 3.Nc3 Nf6 4.cxd5 exd5 5.Bg5 Be7 6.e3 O-O",
            "1.d4 f5 2.g3 Nf6 3.Bg2 e6 4.c4 d5 5.Nh3 c6",
            "1.e4 c6 2.d4 d5 3.e5 Bf5 4.Nf3 e6 5.Be2",
            "1.e4 e5 2.Nf3 Nc6 3.d4 exd4 4.Nxd4 Nf6 5.Nxc6 bxc6 6.e5",
            "1.e4 e6 2.d4 d5 3.e5 c5 4.c3 Nc6 5.Nf3 Qb6",
            "1.d4 Nf6 2.c4 e6 3.Nc3 Bb4 4.e3 O-O 5.Bd3 d5",
            "1.c4 e5 2.Nc3 Nf6 3.Nf3 Nc6 4.g3",
            "1.e4 e5 2.Nf3 Nc6 3.Bb5 a6 4.Ba4 Nf6 5.O-O Be7",
            "1.d4 d5 2.c4 c6 3.Nf3 Nf6 4.e3 Bf5",
            "1.e4 c5 2.c3 d5 3.exd5 Qxd5 4.d4 Nf6",
            "1.d4 Nf6 2.c4 g6 3.Nc3 d5 4.cxd5 Nxd5 5.e4",
            "1.e4 d5 2.exd5 Qxd5 3.Nc3 Qa5 4.d4 Nf6",
            "1.d4 Nf6 2.c4 e6 3.g3 d5 4.Bg2 Be7 5.Nf3 O-O",
            "1.e4 e5 2.Nf3 Nf6 3.Nxe5 d6 4.Nf3 Nxe4 5.d4",
            "1.d4 Nf6 2.c4 e6 3.Nf3 b6 4.g3 Ba6",
            "1.e4 e5 2.Nc3 Nf6 3.f4 d5 4.fxe5 Nxe4",
            "1.Nf3 d5 2.g3 c5 3.Bg2 Nc6 4.O-O e5",
            "1.e4 e6 2.d4 d5 3.Nd2 Nf6 4.e5 Nfd7",
            "1.d4 Nf6 2.c4 c5 3.d5 b5 4.cxb5 a6",
            "1.d4 d5 2.Nc3 Nf6 3.Bg5 Nbd7");

    private static final List<String> CLUBMATES = List.of(
            "Pell, Oswin",
            "Marrow, Edith",
            "Quillan, Rhea",
            "Tarn, Bastian",
            "Oake, Tamsin",
            "Dovrek, Milan",
            "Fenwright, Jules",
            "Castellane, Mira");

    private static final List<String> MASTERS = List.of(
            "Varholm, Istra",
            "Estrange, Cleo",
            "Brandybeck, Anselm",
            "Koreth, Damian",
            "Silvermoor, Petra",
            "Ulme, Rasmus");

    private static final List<String> EVENTS =
            List.of("Hollow Mill club evening", "Lantern Quay Open", "Three Bridges team match", "Saltmarsh Cup");

    private static final List<String> MASTER_EVENTS = List.of("Greywater Invitational", "Northern Lights Masters");

    private static final String ENDING = "8/5pk1/4p1p1/3pP2p/1p1P1P1P/1P3KP1/8/8 w - - 0 41";

    private static final long SEASON_SEED = 7_202_611;

    private final Random random;
    private final PlainPlayer player;

    private ClubGenerator(long seed) {
        random = new Random(seed);
        player = new PlainPlayer(random);
    }

    ClubGenerator() {
        this(SEED);
    }

    /** How many games there are and how many of them make a quick sample for a test. */
    static final int GAMES = 60;

    /** How many games two of the students play in the season that follows. */
    static final int SEASON = 10;

    /** Writes the games of the club into the first file and those of the season into the second. */
    public static void main(String[] arguments) throws IOException {
        Files.writeString(Path.of(arguments[0]), text(new ClubGenerator().make(GAMES)));
        Files.writeString(Path.of(arguments[1]), text(season(SEASON)));
    }

    private static String text(List<Game> games) throws IOException {
        StringBuilder all = new StringBuilder();
        for (Game game : games) {
            PgnWriter.write(game, all);
        }
        return all.toString();
    }

    /** The first games of the season, in turn of Noor Haddad, who gets better in it, and of Sam Okafor. */
    static List<Game> season(int count) {
        ClubGenerator generator = new ClubGenerator(SEASON_SEED);
        List<Game> games = new ArrayList<>();
        for (int i = 0; i < count; i++) {
            SampleClub.Student student = SampleClub.students().get(i % 2 == 0 ? 2 : 1);
            Skill self = Skill.of(student.name(), student.rating() + (i % 2 == 0 ? 25 * i : 5 * i));
            games.add(generator.seasonGame(i, self));
        }
        return games;
    }

    private Game seasonGame(int index, Skill self) {
        Skill other = opponent(self);
        boolean isWhite = index / 2 % 2 == 0;
        Skill white = isWhite ? self : other;
        Skill black = isWhite ? other : self;
        Played played = play(Position.START, OPENINGS.get((3 * index + 4) % OPENINGS.size()), white, black, true);
        Tags tags = Tags.NONE
                .with("Event", "Saltmarsh Cup")
                .with("Site", "Hollow Mill")
                .with("Date", String.format(Locale.ROOT, "2026.%02d.%02d", 1 + index, 3 + 2 * index))
                .with("Round", Integer.toString(1 + index / 2))
                .with("White", white.name())
                .with("Black", black.name())
                .with("TimeControl", "5400+30")
                .with("WhiteElo", Integer.toString(white.rating()))
                .with("BlackElo", Integer.toString(black.rating()));
        return new Game(tags, played.tree(), played.result());
    }

    /** The first games of the club. */
    List<Game> make(int count) {
        List<Game> games = new ArrayList<>();
        for (int i = 0; i < count; i++) {
            games.add(game(i));
        }
        return games;
    }

    /** What a rating means here: how deep the player looks, and by how much its judgement is blurred. */
    private record Skill(String name, int rating, int depth, int noise) {
        static Skill of(String name, int rating) {
            return new Skill(
                    name, rating, rating < 1700 ? 2 : rating < 2300 ? 3 : 4, Math.max(6, (2400 - rating) / 14));
        }
    }

    private Game game(int index) {
        boolean masters = index % 4 == 3;
        Skill one = masters ? master(index) : student(index);
        Skill two = masters ? master(index + 1 + index / 8) : opponent(one);
        boolean oneIsWhite = masters || random.nextBoolean();
        Skill white = oneIsWhite ? one : two;
        Skill black = oneIsWhite ? two : one;
        boolean fromEnding = index == 41;
        Position start = fromEnding ? Fen.position(ENDING) : Position.START;
        String opening = fromEnding ? "" : OPENINGS.get(index % OPENINGS.size());
        boolean clocks = index % 3 != 1;
        Played played = play(start, opening, white, black, clocks);
        GameTree tree = index % 6 == 2 || index == 3 || index == 1 ? annotated(played.tree()) : played.tree();
        for (CoachWords words : WORDS) {
            tree = words.game() == index ? words.saidIn(tree) : tree;
        }
        return new Game(tags(index, masters, white, black, clocks), tree, played.result());
    }

    /**
     * What the coach says of a move in a game that the club shows judged; written by hand.
     *
     * @param game its index
     * @param ply half-moves before the move
     * @param sign of the PGN standard; 0 for none
     */
    private record CoachWords(int game, int ply, int sign, CoachRemarks remarks, String note) {
        GameTree saidIn(GameTree tree) {
            GameNode node = tree.node(tree.mainLine().get(ply));
            GameNode signed = sign == 0 ? node : node.withSigns(List.of(sign));
            return tree.with(remarks.onto(signed).withAfter(note));
        }
    }

    private static final List<CoachWords> WORDS = List.of(
            new CoachWords(
                    18,
                    21,
                    0,
                    CoachRemarks.NONE.withDrift(Optional.of(
                            new CoachRemarks.Drift(6, 8, "Queen and knight went out before the king was safe"))),
                    "The plan began with the pawn on e4; four moves later the king is still in the centre."),
            new CoachWords(
                    18,
                    27,
                    14,
                    CoachRemarks.NONE,
                    "The extra pawn is far from queening, and Black has the open files."),
            new CoachWords(
                    18,
                    34,
                    16,
                    CoachRemarks.NONE
                            .withKept("practical chances")
                            .withCandidates(List.of(
                                    new CandidateNote("Qh4", true, "attacks h2 together with the bishop"),
                                    new CandidateNote("fxe4", false, "opens the f-file toward her own king"),
                                    new CandidateNote("Qc7", false, "f5 has too few guards"))),
                    "Noor opens the centre with every piece developed."),
            new CoachWords(
                    18,
                    35,
                    2,
                    CoachRemarks.NONE
                            .withCause("the pawn on f5 was counted before the exchange, not after it")
                            .withMoment(true),
                    "Once e4 has taken on f5, the bishop on d3 joins the rook, and g6 is left without a guard."),
            new CoachWords(
                    18,
                    45,
                    0,
                    CoachRemarks.NONE.withMoment(true),
                    "The knights on a4 and c5 could take each other; she took a pawn first, which opens the f-file."),
            new CoachWords(
                    27,
                    29,
                    0,
                    CoachRemarks.NONE.withCause("a plan without a target"),
                    "The pawn on h5 is one more thing to guard."),
            new CoachWords(
                    27,
                    34,
                    1,
                    CoachRemarks.NONE.withMoment(true),
                    "A quiet retreat to the long diagonal; the pawn on f4 will not run away."),
            new CoachWords(27, 42, 0, CoachRemarks.NONE, "The pawn that went to h5 is the one that falls."));

    private Skill student(int index) {
        SampleClub.Student student = SampleClub.students().get((index - (index + 1) / 4) % 4);
        return Skill.of(student.name(), student.rating());
    }

    private Skill opponent(Skill student) {
        String name = CLUBMATES.get(random.nextInt(CLUBMATES.size()));
        return Skill.of(name, Math.min(2350, student.rating() - 150 + random.nextInt(300)));
    }

    private static Skill master(int index) {
        return Skill.of(MASTERS.get(index % MASTERS.size()), 2450 + 20 * (index % 5));
    }

    private Tags tags(int index, boolean masters, Skill white, Skill black, boolean clocks) {
        List<String> events = masters ? MASTER_EVENTS : EVENTS;
        int year = masters ? 2018 + index % 6 : 2024 + index % 2;
        Tags tags = Tags.NONE
                .with("Event", events.get(index / 4 % events.size()))
                .with("Site", masters ? "Greywater" : "Hollow Mill")
                .with("Date", String.format(Locale.ROOT, "%d.%02d.%02d", year, 1 + index * 7 % 12, 1 + index * 11 % 28))
                .with("Round", Integer.toString(1 + index % 9))
                .with("White", white.name())
                .with("Black", black.name());
        return (clocks ? tags.with("TimeControl", "5400+30") : tags)
                .with("WhiteElo", Integer.toString(white.rating()))
                .with("BlackElo", Integer.toString(black.rating()));
    }

    private record Played(GameTree tree, GameResult result) {}

    private Played play(Position start, String opening, Skill white, Skill black, boolean clocks) {
        GameTree tree = GameTree.of(start);
        int at = GameTree.ROOT;
        List<Position> line = new ArrayList<>(List.of(start));
        Clockwork clockwork = new Clockwork();
        for (Move move : moves(start, opening)) {
            GameTree.Edit edit = tree.add(at, move);
            tree = clocks ? clockwork.tick(edit, line.getLast().sideToMove(), true) : edit.tree();
            at = edit.focus();
            line.add(line.getLast().play(move));
        }
        int quiet = 0;
        int lost = 0;
        while (true) {
            GameStatus status = GameStatus.of(line);
            Position now = line.getLast();
            Side side = now.sideToMove();
            if (status.end() == GameStatus.End.CHECKMATE) {
                return new Played(tree, side == Side.WHITE ? GameResult.BLACK_WINS : GameResult.WHITE_WINS);
            }
            if (status.end() != null || !status.claims().isEmpty()) {
                return new Played(tree, GameResult.DRAW);
            }
            Skill skill = side == Side.WHITE ? white : black;
            PlainPlayer.Choice choice = player.choose(now.board(), skill.depth(), skill.noise());
            quiet = Math.abs(choice.score()) < 25 ? quiet + 1 : 0;
            lost = choice.score() < (skill.rating() < 1700 ? -1_200 : -650)
                    ? lost + 1
                    : choice.score() > 300 ? lost : 0;
            if (lost >= 3) {
                return new Played(tree, side == Side.WHITE ? GameResult.BLACK_WINS : GameResult.WHITE_WINS);
            }
            if (quiet >= 16 && now.moveNumber() > 32) {
                return new Played(tree, GameResult.DRAW);
            }
            Move move = Board.asMove(choice.move());
            GameTree.Edit edit = tree.add(at, move);
            tree = clocks ? clockwork.tick(edit, side, false) : edit.tree();
            at = edit.focus();
            line.add(now.play(move));
        }
    }

    private static List<Move> moves(Position start, String text) {
        return switch (new LineReader(Language.ENGLISH).read(start, text)) {
            case LineReading.Read read -> read.moves();
            case LineReading.Refused refused ->
                throw new UncheckedIOException(new IOException(text + ": " + refused.reason()));
        };
    }

    /** Ninety minutes and thirty seconds a move; the opening goes fast, and long thinks happen. */
    private final class Clockwork {
        private final int[] seconds = {5_400, 5_400};

        GameTree tick(GameTree.Edit edit, Side side, boolean opening) {
            int think = opening ? 5 + random.nextInt(40) : 20 + (int) Math.exp(random.nextGaussian() * 1.1 + 4.1);
            int index = side.ordinal();
            seconds[index] = Math.max(25, seconds[index] + 30 - Math.min(think, seconds[index] / 4 + 20));
            String clock = String.format(
                    Locale.ROOT, "%d:%02d:%02d", seconds[index] / 3600, seconds[index] / 60 % 60, seconds[index] % 60);
            GameNode node = edit.tree().node(edit.focus());
            return edit.tree().with(node.withCommands(List.of(new Command(Command.CLOCK, clock))));
        }
    }

    // ---- annotation

    private GameTree annotated(GameTree plain) {
        GameTree tree = plain;
        List<Integer> line = plain.mainLine();
        List<Position> positions = plain.positionsAlong(line);
        int remarks = 0;
        int lastPly = -4;
        for (int ply = 8; ply < line.size() && remarks < 14; ply++) {
            Position before = positions.get(ply);
            Position after = positions.get(ply + 1);
            int id = line.get(ply);
            Move move = plain.node(id).played();
            PlainPlayer.Choice best = player.choose(before.board(), 4, 0);
            int got = -score(after);
            Move better = Board.asMove(best.move());
            int loss = best.score() - got;
            if (loss > 130 && !better.equals(move) && best.score() < 20_000) {
                tree = question(tree, id, before, better, loss);
                remarks++;
                lastPly = ply;
            } else if (ply - lastPly >= 4) {
                String said = pawnRemark(before, after);
                if (!said.isEmpty()) {
                    tree = tree.with(tree.node(id).withAfter(said));
                    remarks++;
                    lastPly = ply;
                }
            }
        }
        return tree;
    }

    private int score(Position position) {
        return position.hasLegalMove()
                ? player.choose(position.board(), 3, 0).score()
                : position.isCheck() ? -30_000 : 0;
    }

    private GameTree question(GameTree tree, int id, Position before, Move better, int loss) {
        GameNode node = tree.node(id);
        GameTree.Edit edit = tree.add(node.parent(), better);
        GameTree next = edit.tree();
        int at = edit.focus();
        Position position = before.play(better);
        for (int i = 0; i < 4 && position.hasLegalMove(); i++) {
            Move reply = Board.asMove(player.choose(position.board(), 3, 0).move());
            edit = next.add(at, reply);
            next = edit.tree();
            at = edit.focus();
            position = position.play(reply);
        }
        String name = San.write(before, better);
        String said = loss > 600
                ? "Here " + name + " was the move to see. Ask first what the opponent threatens."
                : loss > 280 ? "This lets material go; " + name + " keeps it." : "More exact is " + name + ".";
        return next.with(
                node.withSigns(List.of(loss > 600 ? 4 : loss > 280 ? 2 : 6)).withAfter(said));
    }

    private static String pawnRemark(Position before, Position after) {
        Ledger now = Ledger.of(after, ValueScale.SCHOOLROOM);
        for (Change change : now.changesSince(Ledger.of(before, ValueScale.SCHOOLROOM))) {
            Factor factor = change.factor();
            boolean telling = factor == Factor.ISOLATED || factor == Factor.PASSED || factor == Factor.BACKWARD;
            String said = telling ? change.inWords() : "";
            if (said.contains("new") && !said.contains("gone")) {
                return factor.title() + " pawn after this move. " + said.replace(" new", "") + ".";
            }
        }
        return "";
    }
}
