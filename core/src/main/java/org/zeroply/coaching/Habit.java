package org.zeroply.coaching;

import java.util.ArrayList;
import java.util.EnumSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalInt;
import java.util.Set;
import org.jspecify.annotations.Nullable;
import org.zeroply.analysis.Cause;
import org.zeroply.analysis.Judgement;
import org.zeroply.task.Theme;
import org.zeroply.words.Words;

/**
 * What a student gives away again and again, by its cause.
 *
 * @param points given away in all
 * @param games in which it occurred
 * @param of all games
 * @param times it occurred, the newest last
 * @param phases what was given away in each
 * @param occasions how often it could have occurred
 * @param trained days since a task or a lesson trained it; empty if none has
 * @param weight by which the training is ordered, in points a game; the largest first
 * @param scripts where scripts on its themes lost their points
 */
public record Habit(
        Key key,
        double points,
        int games,
        int of,
        List<Moment> times,
        Map<Judgement.Phase, Double> phases,
        Occasions occasions,
        OptionalInt trained,
        double weight,
        ScriptSplit scripts) {
    /** What a habit is of. */
    public enum Kind {
        TACTICS_OWN(Cause.Kind.TACTICS),
        TACTICS_THEIRS(Cause.Kind.TACTICS),
        THREAT_OVERLOOKED(
                Cause.Kind.THREAT_OVERLOOKED,
                Theme.DEFENCE,
                Theme.COUNTER_ATTACK,
                Theme.ONLY_MOVE,
                Theme.PERPETUAL_CHECK),
        EXCHANGE(Cause.Kind.EXCHANGE, Theme.TWO_BISHOPS, Theme.OPPOSITE_BISHOPS, Theme.GOOD_KNIGHT),
        ENDING(
                Cause.Kind.ENDING,
                Theme.PAWN_ENDING,
                Theme.ROOK_ENDING,
                Theme.MINOR_PIECE_ENDING,
                Theme.QUEEN_ENDING,
                Theme.OPPOSITION,
                Theme.ZUGZWANG,
                Theme.LOSING_A_MOVE,
                Theme.FORTRESS,
                Theme.STALEMATE),
        KING(Cause.Kind.KING, Theme.KING_IN_THE_CENTRE, Theme.PAWN_STORM, Theme.ROOK_LIFT, Theme.KING_HUNT),
        DEVELOPMENT(Cause.Kind.DEVELOPMENT, Theme.KING_IN_THE_CENTRE),
        ACTIVITY(Cause.Kind.ACTIVITY, Theme.OPEN_FILE, Theme.ROOK_LIFT, Theme.QUIET_MOVE, Theme.GOOD_KNIGHT),
        STRUCTURE(Cause.Kind.STRUCTURE, Theme.WEAK_SQUARES, Theme.PAWN_BREAK, Theme.PASSED_PAWN),
        /** The player's usual move in the structure, refuted by what differs here. */
        BY_ROTE(null),
        /** No cause was found. */
        NONE(null);

        private final Cause.@Nullable Kind cause;

        @SuppressWarnings("ImmutableEnumChecker") // never changed
        private final Set<Theme> themes;

        Kind(Cause.@Nullable Kind cause, Theme... themes) {
            this.cause = cause;
            this.themes = Set.of(themes);
        }

        /** Whether it is split by the motif. */
        public boolean isTactics() {
            return cause == Cause.Kind.TACTICS;
        }

        private static Kind of(Cause.Kind cause) {
            for (Kind kind : values()) {
                if (kind.cause == cause) {
                    return kind;
                }
            }
            throw new IllegalArgumentException("no habit is of " + cause);
        }
    }

    /**
     * What makes two slips one habit.
     *
     * @param motif of tactics; null for everything else
     */
    public record Key(Kind kind, @Nullable Motif motif) {
        public Key {
            if ((motif != null) != kind.isTactics()) {
                throw new IllegalArgumentException("tactics and nothing else have a motif, was " + kind + " " + motif);
            }
        }

        /** Of a slip by itself; what is by rote shows only beside other games. */
        public static Key of(Slip slip) {
            Slip.Tactic tactic = slip.tactic();
            if (tactic != null) {
                return new Key(tactic.isOwn() ? Kind.TACTICS_OWN : Kind.TACTICS_THEIRS, tactic.motif());
            }
            return new Key(slip.cause() == null ? Kind.NONE : Kind.of(slip.cause()), null);
        }

        public String text() {
            return motif == null ? Words.of("habit." + kind) : Words.of("habit." + kind, motif.text());
        }

        /** The themes of tasks that train it; empty where none does. */
        public Set<Theme> themes() {
            Set<Theme> themes = EnumSet.noneOf(Theme.class);
            themes.addAll(kind.themes);
            if (motif != null) {
                themes.addAll(motif.themes());
            }
            return themes;
        }
    }

    /** A move of a game. */
    public record Moment(JudgedGame game, OwnMove move) {}

    /**
     * How often the occasion for it came, and how often it was met.
     *
     * @param metBefore of those before it was trained first
     * @param before occasions before it was trained first; all of them, if it never was
     */
    public record Occasions(int met, int of, int metBefore, int before) {
        /** Whether there are occasions on both sides of the training. */
        public boolean isBeforeAndAfter() {
            return before > 0 && before < of;
        }

        double shareBefore() {
            return before == 0 ? 0 : (double) metBefore / before;
        }

        double shareSince() {
            return of == before ? 0 : (double) (met - metBefore) / (of - before);
        }
    }

    /**
     * Where the points were lost in scripts on the themes of a habit, in points of the schemes.
     *
     * @param notConsidered the move was not named
     * @param stoppedEarly the line ended too soon
     * @param misjudged the verdict at its end was wrong
     */
    public record ScriptSplit(double notConsidered, double stoppedEarly, double misjudged) {
        public static final ScriptSplit NONE = new ScriptSplit(0, 0, 0);

        public double all() {
            return notConsidered + stoppedEarly + misjudged;
        }

        /** The key of the words for the largest part; empty if scripts tell nothing. */
        public Optional<String> most() {
            if (all() == 0) {
                return Optional.empty();
            }
            double most = Math.max(notConsidered, Math.max(stoppedEarly, misjudged));
            return Optional.of(
                    most == notConsidered ? "notConsidered" : most == stoppedEarly ? "stoppedEarly" : "misjudged");
        }
    }

    public Habit {
        times = List.copyOf(times);
        phases = Map.copyOf(phases);
    }

    public double perGame() {
        return of == 0 ? 0 : points / of;
    }

    /** The moment that cost most; of equal ones the newest. */
    public Moment dearest() {
        Moment dearest = times.getFirst();
        for (Moment moment : times) {
            if (moment.move().loss() >= dearest.move().loss()) {
                dearest = moment;
            }
        }
        return dearest;
    }

    public Moment newest() {
        return times.getLast();
    }

    /** The dearest and the newest, or, if they are one, that and the next dearest; fewer if it occurred once. */
    public List<Moment> telling() {
        Moment dearest = dearest();
        if (times.size() == 1) {
            return List.of(dearest);
        }
        if (times.indexOf(dearest) != times.size() - 1) {
            return List.of(dearest, newest());
        }
        List<Moment> others = new ArrayList<>(times);
        others.remove(dearest);
        Moment next = others.getFirst();
        for (Moment moment : others) {
            if (moment.move().loss() >= next.move().loss()) {
                next = moment;
            }
        }
        return List.of(dearest, next);
    }
}
