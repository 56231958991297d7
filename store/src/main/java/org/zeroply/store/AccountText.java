package org.zeroply.store;

import java.time.Duration;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.EnumMap;
import java.util.EnumSet;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;
import org.zeroply.analysis.Cause;
import org.zeroply.analysis.GameAccount;
import org.zeroply.analysis.Judgement;
import org.zeroply.coaching.FreeDecision;
import org.zeroply.coaching.Glances;
import org.zeroply.coaching.Habit;
import org.zeroply.coaching.JudgedGame;
import org.zeroply.coaching.Motif;
import org.zeroply.coaching.OwnMove;
import org.zeroply.coaching.OwnMove.Mark;
import org.zeroply.coaching.Peers.PeerGame;
import org.zeroply.coaching.Rate;
import org.zeroply.coaching.Slip;
import org.zeroply.gametree.GameResult;
import org.zeroply.notation.Fen;
import org.zeroply.rules.Move;
import org.zeroply.rules.Side;
import org.zeroply.rules.Square;

/**
 * A side of a judged game as text: the names in lines of their own, the game's account, then a line a move (M), with one for a
 * slip (S) behind it. Numbers are written so that they come back as they were.
 */
final class AccountText {
    private static final String HEAD = "account 2";
    private static final String NONE = "-";

    private AccountText() {}

    static String write(JudgedGame game) {
        StringBuilder text = new StringBuilder(HEAD).append('\n');
        line(text, plain(game.player()));
        line(text, plain(game.opponent()));
        line(text, plain(game.opening()));
        line(text, plain(game.date()));
        line(text, game.side(), game.rating(), game.result());
        GameAccount account = game.account();
        line(text, account.start(), account.givenBack(), account.foundLater(), account.end());
        line(
                text,
                account.phases().entrySet().stream()
                        .map(entry -> entry.getKey() + " " + entry.getValue())
                        .collect(Collectors.joining(" ")));
        for (OwnMove move : game.moves()) {
            write(text, move);
        }
        return text.toString();
    }

    private static String plain(String name) {
        return name.replace('\n', ' ').replace('\r', ' ');
    }

    private static void line(StringBuilder text, Object... words) {
        for (int i = 0; i < words.length; i++) {
            text.append(i == 0 ? "" : " ").append(words[i]);
        }
        text.append('\n');
    }

    private static void write(StringBuilder text, OwnMove move) {
        int flags = (move.isBest() ? 1 : 0)
                | (move.isOnlyLegal() ? 2 : 0)
                | (move.isThreatened() ? 4 : 0)
                | (move.trades() ? 8 : 0)
                | (move.isHurried() ? 16 : 0);
        int marks = 0;
        for (Mark mark : move.marks()) {
            marks |= 1 << mark.ordinal();
        }
        FreeDecision decision = move.decision();
        line(
                text,
                "M",
                move.ply(),
                move.move(),
                move.phase().ordinal(),
                move.before(),
                move.after(),
                flags,
                marks,
                move.wins() == null ? NONE : move.wins(),
                Long.toHexString(move.position()),
                Long.toHexString(move.pawns()),
                move.used().map(used -> Long.toString(used.toMillis())).orElse(NONE),
                decision == null ? NONE : decision.kind() + "/" + decision.square(),
                glances(move.glances()));
        Slip slip = move.slip();
        if (slip != null) {
            Slip.Tactic tactic = slip.tactic();
            line(
                    text,
                    "S",
                    slip.cause() == null ? NONE : slip.cause(),
                    tactic == null
                            ? NONE
                            : (tactic.isOwn() ? "own" : "theirs") + "/" + tactic.motif() + "/" + tactic.depth(),
                    moves(slip.better()),
                    moves(slip.follows()),
                    Fen.write(slip.position()));
        }
    }

    private static String glances(@Nullable Glances glances) {
        if (glances == null) {
            return NONE;
        }
        return glances.ranks().stream().map(Object::toString).collect(Collectors.joining("/"))
                + "/" + glances.deep() + "/" + glances.rest() + "/"
                + (glances.tempting() == null ? NONE : glances.tempting())
                + "/" + glances.temptingValue() + "/" + (glances.isUnusual() ? 1 : 0);
    }

    private static String moves(List<Move> moves) {
        return moves.isEmpty() ? NONE : moves.stream().map(Move::toString).collect(Collectors.joining("/"));
    }

    /** Empty if it was written by another version. */
    static Optional<JudgedGame> read(long game, String text) {
        List<String> lines = text.lines().toList();
        if (lines.isEmpty() || !lines.getFirst().equals(HEAD)) {
            return Optional.empty();
        }
        try {
            return Optional.of(readLines(game, lines));
        } catch (IllegalArgumentException | IndexOutOfBoundsException | NullPointerException unreadable) {
            return Optional.empty();
        }
    }

    private static JudgedGame readLines(long game, List<String> lines) {
        String[] head = lines.get(5).split(" ", -1);
        Side side = Side.valueOf(head[0]);
        double[] sums = Arrays.stream(lines.get(6).split(" ", -1))
                .mapToDouble(Double::parseDouble)
                .toArray();
        Map<Judgement.Phase, Double> phases = new EnumMap<>(Judgement.Phase.class);
        String[] words = lines.get(7).split(" ", -1);
        for (int i = 0; i + 1 < words.length; i += 2) {
            phases.put(Judgement.Phase.valueOf(words[i]), Double.parseDouble(words[i + 1]));
        }
        List<OwnMove> moves = new ArrayList<>();
        for (int i = 8; i < lines.size(); i++) {
            boolean hasSlip = i + 1 < lines.size() && lines.get(i + 1).startsWith("S ");
            moves.add(move(lines.get(i), hasSlip ? slip(lines.get(i + 1)) : null));
            i += hasSlip ? 1 : 0;
        }
        return new JudgedGame(
                game,
                side,
                lines.get(1),
                Integer.parseInt(head[1]),
                lines.get(2),
                lines.get(4),
                GameResult.valueOf(head[2]),
                lines.get(3),
                new GameAccount(side, sums[0], phases, sums[1], sums[2], sums[3]),
                moves);
    }

    private static OwnMove move(String line, @Nullable Slip slip) {
        String[] words = line.split(" ", -1);
        int flags = Integer.parseInt(words[6]);
        return new OwnMove(
                Integer.parseInt(words[1]),
                parse(words[2]),
                PHASES[Integer.parseInt(words[3])],
                Double.parseDouble(words[4]),
                Double.parseDouble(words[5]),
                (flags & 1) != 0,
                (flags & 2) != 0,
                words[13].equals(NONE) ? null : glances(words[13]),
                (flags & 4) != 0,
                words[8].equals(NONE) ? null : Motif.valueOf(words[8]),
                (flags & 8) != 0,
                Long.parseUnsignedLong(words[9], 16),
                Long.parseUnsignedLong(words[10], 16),
                words[11].equals(NONE) ? Optional.empty() : Optional.of(Duration.ofMillis(Long.parseLong(words[11]))),
                (flags & 16) != 0,
                marks(Integer.parseInt(words[7])),
                slip,
                words[12].equals(NONE) ? null : decision(words[12].split("/", -1)));
    }

    private static final Judgement.Phase[] PHASES = Judgement.Phase.values();

    private static Set<Mark> marks(int bits) {
        Set<Mark> marks = EnumSet.noneOf(Mark.class);
        for (Mark mark : Mark.values()) {
            if ((bits & 1 << mark.ordinal()) != 0) {
                marks.add(mark);
            }
        }
        return marks;
    }

    private static FreeDecision decision(String[] words) {
        return new FreeDecision(FreeDecision.Kind.valueOf(words[0]), Square.valueOf(words[1].toUpperCase(Locale.ROOT)));
    }

    private static Glances glances(String text) {
        String[] words = text.split("/", -1);
        return new Glances(
                List.of(Integer.parseInt(words[0]), Integer.parseInt(words[1]), Integer.parseInt(words[2])),
                Double.parseDouble(words[3]),
                Double.parseDouble(words[4]),
                words[5].equals(NONE) ? null : parse(words[5]),
                Double.parseDouble(words[6]),
                words[7].equals("1"));
    }

    private static Slip slip(String line) {
        String[] words = line.split(" ", 6);
        String[] tactic = words[2].split("/", -1);
        return new Slip(
                words[1].equals(NONE) ? null : Cause.Kind.valueOf(words[1]),
                words[2].equals(NONE)
                        ? null
                        : new Slip.Tactic(
                                tactic[0].equals("own"), Motif.valueOf(tactic[1]), Integer.parseInt(tactic[2])),
                Fen.position(words[5]),
                moves(words[3]),
                moves(words[4]));
    }

    private static List<Move> moves(String text) {
        return text.equals(NONE)
                ? List.of()
                : Arrays.stream(text.split("/", -1)).map(AccountText::parse).toList();
    }

    private static Move parse(String text) {
        return Objects.requireNonNull(Move.parse(text), text);
    }

    // ---- what others are compared by

    /** All moves, those that count, what they gave away, and what each habit did. */
    static String writePeer(PeerGame game) {
        StringBuilder text = new StringBuilder();
        text.append(game.ownMoves())
                .append(' ')
                .append(game.part().moves())
                .append(' ')
                .append(game.part().given());
        game.habits()
                .forEach((key, given) -> text.append(' ')
                        .append(key.kind())
                        .append(key.motif() == null ? "" : "/" + key.motif())
                        .append(' ')
                        .append(given));
        return text.toString();
    }

    static PeerGame readPeer(String player, int rating, String text) {
        String[] words = text.split(" ", -1);
        Map<Habit.Key, Double> habits = new HashMap<>();
        for (int i = 3; i + 1 < words.length; i += 2) {
            int slash = words[i].indexOf('/');
            Habit.Key key = slash < 0
                    ? new Habit.Key(Habit.Kind.valueOf(words[i]), null)
                    : new Habit.Key(
                            Habit.Kind.valueOf(words[i].substring(0, slash)),
                            Motif.valueOf(words[i].substring(slash + 1)));
            habits.put(key, Double.parseDouble(words[i + 1]));
        }
        return new PeerGame(
                player,
                rating,
                Integer.parseInt(words[0]),
                new Rate.Part(Double.parseDouble(words[2]), Integer.parseInt(words[1])),
                habits);
    }
}
