package org.zeroply.finding;

import java.util.ArrayList;
import java.util.EnumSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import org.jspecify.annotations.Nullable;
import org.zeroply.analysis.GameSweep;
import org.zeroply.analysis.Hardness;
import org.zeroply.analysis.Judgement;
import org.zeroply.analysis.MissedChance;
import org.zeroply.analysis.Study;
import org.zeroply.coaching.Glances;
import org.zeroply.gametree.Game;
import org.zeroply.gametree.GameTree;
import org.zeroply.notation.Language;
import org.zeroply.notation.MoveNames;
import org.zeroply.notation.San;
import org.zeroply.rules.Move;
import org.zeroply.rules.Piece;
import org.zeroply.rules.PieceType;
import org.zeroply.rules.PieceValues;
import org.zeroply.rules.Position;
import org.zeroply.rules.Settled;
import org.zeroply.rules.Side;
import org.zeroply.search.Analyst;
import org.zeroply.search.CalculatedLine;
import org.zeroply.search.Calculation;
import org.zeroply.search.Limit;
import org.zeroply.search.Question;
import org.zeroply.search.Verdict;
import org.zeroply.task.DraftScheme;
import org.zeroply.task.Opinion;
import org.zeroply.task.Task;
import org.zeroply.task.TaskKind;
import org.zeroply.task.Theme;
import org.zeroply.task.Themes;
import org.zeroply.words.Words;
import org.zeroply.work.Cancel;

/** Makes an exercise of what the second look bore out: its line, the hasty moves beside it, kind, themes, level and hints. */
final class Making {
    /** A line goes on until material is settled for good, and so many half-moves at most. */
    private static final int LONGEST = 8;

    /** So many half-moves of what refutes a hasty move. */
    private static final int REFUTATION = 6;

    private static final Limit HASTY = Limit.nodes(800_000);

    /** Below this the mover stands worse, whatever is played. */
    private static final double WORSE = 0.42;

    private static final int LEAST_LEVEL = 900;
    private static final int MOST_LEVEL = 2500;
    private static final int FIRST_LEVEL = 1100;
    private static final int A_CLASS = 170;
    private static final int A_HALF_MOVE = 60;
    private static final int RANGE = 100;

    private static final int LEAST_MINUTES = 3;
    private static final int LEVELS_A_MINUTE = 200;

    private final Analyst analyst;
    private final GameSweep sweep;

    Making(Analyst analyst) {
        this.analyst = analyst;
        sweep = new GameSweep(() -> analyst);
    }

    /** @param given the kind if it is known; null if it is told by the line */
    Optional<Exercise> of(
            Game game, Prospect prospect, Harvest.Sure sure, @Nullable ExerciseKind given, Cancel cancel) {
        Position position = sure.position();
        int settled = settled(position, sure.best());
        List<Move> line = sure.best().moves().subList(0, settled % 2 == 0 ? Math.max(1, settled - 1) : settled);
        GameTree tree = GameTree.of(position);
        GameTree.Edit main = tree.addLine(GameTree.ROOT, line);
        tree = judged(main, sure.best().verdict());
        for (Move other : sure.good().subList(1, sure.good().size())) {
            // Another order of the same moves is as right.
            tree = judged(
                    tree.addLine(GameTree.ROOT, List.of(other)), sure.best().verdict());
        }
        tree = hasty(tree, GameTree.ROOT, sure.line(), failing(prospect, sure), cancel);
        int hardest = given == ExerciseKind.REFUTE ? 0 : prospect.hardness();
        Set<MissedChance.Kind> unusual = EnumSet.noneOf(MissedChance.Kind.class);
        List<Position> path = new ArrayList<>(sure.line());
        int node = GameTree.ROOT;
        for (int ply = 0; ply < line.size() && !cancel.isRequested(); ply++) {
            if (ply % 2 == 0) {
                Study study = sweep.look(List.of(path), GameSweep.LIMIT, cancel).getFirst();
                if (cancel.isRequested()) {
                    break;
                }
                Judgement.Point point = GameSweep.point(study);
                Hardness hardness = point.hardness();
                boolean isBest =
                        !point.best().isEmpty() && point.best().getFirst().equals(line.get(ply));
                if (hardness != null && isBest) {
                    Set<MissedChance.Kind> kinds = MissedChance.kinds(point, hardness, null);
                    hardest = Math.max(hardest, Glances.of(hardness, kinds).hardness());
                    if (ply == 0) {
                        unusual.addAll(kinds);
                    }
                    if (ply > 0
                            && hardness.tempting() != null
                            && hardness.deep() - hardness.temptingValue() >= Harvest.MARGIN) {
                        tree = hasty(tree, node, path, List.of(hardness.tempting()), cancel);
                    }
                }
            }
            path.add(path.getLast().play(line.get(ply)));
            node = tree.addLine(node, List.of(line.get(ply))).focus();
        }
        if (cancel.isRequested()) {
            return Optional.empty();
        }
        ExerciseKind kind = given != null ? given : kind(sure, line);
        int level = Math.clamp(FIRST_LEVEL + A_CLASS * hardest + A_HALF_MOVE * settled, LEAST_LEVEL, MOST_LEVEL);
        Task.LastMove last = last(sure.line());
        Task task = Task.of(TaskKind.CALCULATE, tree, last)
                .withName(MoveNames.of(position, line.getFirst(), Language.ENGLISH))
                .withInstruction(instruction(kind, prospect))
                .withMinutes(LEAST_MINUTES + (level - LEAST_LEVEL) / LEVELS_A_MINUTE)
                .withLevel(new Task.Level(level - RANGE, level + RANGE))
                .withThemes(themes(tree, kind, unusual).stream().map(Theme::key).toList())
                .withSource(source(game, position));
        task = task.withScheme(DraftScheme.of(task));
        boolean isMissed = given == null && !sure.good().contains(prospect.played());
        Move tempting = given == null ? prospect.tempting() : null;
        return Optional.of(new Exercise(
                task,
                kind,
                game.tags().known(prospect.position().sideToMove() == Side.WHITE ? "White" : "Black"),
                isMissed,
                tempting == null || sure.good().contains(tempting) ? null : tempting,
                sure.margin(),
                sure.best().depth(),
                Hints.of(tree, tempting),
                prospect.ply()));
    }

    private static List<Move> failing(Prospect prospect, Harvest.Sure sure) {
        List<Move> failing = new ArrayList<>();
        for (Move move : new Move[] {prospect.played(), prospect.tempting()}) {
            if (move != null
                    && sure.position().isLegal(move)
                    && !sure.good().contains(move)
                    && !failing.contains(move)) {
                failing.add(move);
            }
        }
        return failing;
    }

    private static GameTree judged(GameTree.Edit edit, Verdict verdict) {
        GameTree tree = edit.tree();
        return tree.with(Opinion.of(verdict.step()).on(tree.node(edit.focus())));
    }

    /** Moves that fail as branches, each with what refutes it and the verdict. */
    private GameTree hasty(GameTree tree, int node, List<Position> path, List<Move> moves, Cancel cancel) {
        GameTree grown = tree;
        Position position = path.getLast();
        for (Move move : moves) {
            Question question = new Question(position, path.subList(0, path.size() - 1), List.of(move), 1, HASTY);
            Calculation found = analyst.calculate(question, partial -> {}, cancel);
            if (cancel.isRequested() || found.lines().isEmpty()) {
                return grown;
            }
            CalculatedLine line = found.lines().getFirst();
            // The reply is the point of it.
            int length = Math.max(2, Math.min(REFUTATION, settled(position, line)));
            List<Move> shown =
                    line.moves().subList(0, Math.min(length, line.moves().size()));
            grown = judged(grown.addLine(node, shown), line.verdict());
        }
        return grown;
    }

    /** Half-moves until mate or until material is settled for good, eight at most; 1 where it does not change. */
    static int settled(Position position, CalculatedLine line) {
        Side side = position.sideToMove();
        List<Position> positions = position.positionsAlong(line.moves());
        if (positions.getLast().isCheckmate()) {
            return Math.min(LONGEST, line.moves().size());
        }
        int last = Settled.balance(positions.getLast(), side);
        int ply = positions.size() - 1;
        while (ply > 1 && Settled.balance(positions.get(ply - 1), side) == last) {
            ply--;
        }
        // What can be taken counts as taken; the line goes on until it is.
        int plain = PieceValues.balance(positions.getLast(), side);
        while (ply < positions.size() - 1 && PieceValues.balance(positions.get(ply), side) != plain) {
            ply++;
        }
        return Math.min(LONGEST, ply);
    }

    private static ExerciseKind kind(Harvest.Sure sure, List<Move> line) {
        Position position = sure.position();
        Move key = line.getFirst();
        if (sure.best().isExact() && !sure.best().verdict().isMate()
                || sure.best().isExact() && isEnding(position)) {
            return ExerciseKind.EXACT;
        }
        if (isRace(position, sure.best().moves())) {
            return ExerciseKind.RACE;
        }
        if (position.isCapture(key)
                && position.legalMoves().stream()
                        .anyMatch(other -> other.to().equals(key.to())
                                && !other.from().equals(key.from())
                                && position.isCapture(other))) {
            return ExerciseKind.WHICH_EXCHANGE;
        }
        if (sure.value() < WORSE) {
            return ExerciseKind.DEFEND;
        }
        return Themes.isQuiet(position, key) && !position.isCheck() ? ExerciseKind.QUIET : ExerciseKind.FIND;
    }

    private static boolean isEnding(Position position) {
        return position.occupied().size()
                        - position.men(Side.WHITE, PieceType.PAWN).size()
                        - position.men(Side.BLACK, PieceType.PAWN).size()
                <= 4;
    }

    /** Both sides move a pawn to promote it, and one of them does. */
    private static boolean isRace(Position position, List<Move> line) {
        boolean promotes = false;
        Set<Side> running = EnumSet.noneOf(Side.class);
        Position here = position;
        for (Move move : line) {
            Piece piece = here.pieceAt(move.from());
            if (piece != null && piece.type() == PieceType.PAWN && isFar(piece.side(), move)) {
                running.add(piece.side());
            }
            promotes |= move.promotion() != null;
            here = here.play(move);
        }
        return promotes && running.size() == 2;
    }

    /** On the sixth rank or beyond. */
    private static boolean isFar(Side side, Move move) {
        return side == Side.WHITE ? move.to().rank() >= 5 : move.to().rank() <= 2;
    }

    private static Set<Theme> themes(GameTree tree, ExerciseKind kind, Set<MissedChance.Kind> unusual) {
        Set<Theme> themes = EnumSet.noneOf(Theme.class);
        themes.addAll(Themes.of(tree));
        if (kind == ExerciseKind.DEFEND) {
            themes.add(Theme.DEFENCE);
        }
        if (unusual.contains(MissedChance.Kind.IN_BETWEEN)) {
            themes.add(Theme.IN_BETWEEN_MOVE);
        }
        return themes;
    }

    private static String instruction(ExerciseKind kind, Prospect prospect) {
        Move tempting = prospect.tempting();
        String solver = Words.of("side." + prospect.position().sideToMove());
        return switch (kind) {
            case REFUTE ->
                tempting == null ? "" : Words.of("exercise.refute", solver, San.write(prospect.position(), tempting));
            case DEFEND -> Words.of("exercise.defend", solver);
            case WHICH_EXCHANGE ->
                Words.of("exercise.exchange", prospect.key().to().toString());
            case EXACT, RACE, QUIET, FIND -> "";
        };
    }

    private static Task.@Nullable LastMove last(List<Position> line) {
        if (line.size() < 2) {
            return null;
        }
        Position before = line.get(line.size() - 2);
        return before.legalMoves().stream()
                .filter(move -> before.play(move).equals(line.getLast()))
                .findFirst()
                .map(move -> new Task.LastMove(move, San.write(before, move)))
                .orElse(null);
    }

    private static String source(Game game, Position position) {
        return Words.of(
                "exercise.source", game.tags().known("White"), game.tags().known("Black"), position.moveNumber());
    }
}
