package org.zeroply.desktop.ledger;

import java.util.ArrayList;
import java.util.EnumMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;
import org.zeroply.desktop.kit.Texts;
import org.zeroply.gametree.GameNode;
import org.zeroply.gametree.GameTree;
import org.zeroply.ledger.Change;
import org.zeroply.ledger.Comparison;
import org.zeroply.ledger.Entry;
import org.zeroply.ledger.ExchangeFamily;
import org.zeroply.ledger.Factor;
import org.zeroply.ledger.FirstSight;
import org.zeroply.ledger.Ledger;
import org.zeroply.ledger.Reach;
import org.zeroply.ledger.RunningBalance;
import org.zeroply.ledger.Section;
import org.zeroply.ledger.Value;
import org.zeroply.ledger.ValueScale;
import org.zeroply.ledger.Weakening;
import org.zeroply.notation.Language;
import org.zeroply.notation.MoveNames;
import org.zeroply.notation.San;
import org.zeroply.rules.Move;
import org.zeroply.rules.Piece;
import org.zeroply.rules.PieceType;
import org.zeroply.rules.Position;
import org.zeroply.rules.Side;
import org.zeroply.rules.Square;
import org.zeroply.rules.SquareSet;

/** Puts the ledger of one move together: what the move changed, then the sections; or what concerns a picked square. */
final class LedgerRows {
    private final GameTree tree;
    private final int node;
    private final Language language;
    private final ValueScale scale;
    private final Ledger ledger;
    private final @Nullable Ledger before;
    private final Position position;

    /**
     * @param ledger of the node
     * @param before of the move before it; null at the start
     */
    LedgerRows(GameTree tree, int node, Language language, ValueScale scale, Ledger ledger, @Nullable Ledger before) {
        this.tree = tree;
        this.node = node;
        this.language = language;
        this.scale = scale;
        this.ledger = ledger;
        this.before = before;
        position = tree.positionAt(node);
    }

    List<LedgerRow> build(@Nullable Square picked, SectionChoice choice) {
        return picked == null ? whole(choice) : about(picked, choice);
    }

    // ---- the whole board

    private List<LedgerRow> whole(SectionChoice choice) {
        List<LedgerRow> rows = new ArrayList<>();
        Map<Factor, Change> changes = changes();
        first(rows);
        if (before != null) {
            changed(choice, changes, rows);
        }
        for (Section section : choice.shown()) {
            List<LedgerRow> measured = new ArrayList<>();
            for (Entry entry : ledger.entries()) {
                if (entry.factor().section() == section && !changes.containsKey(entry.factor()) && isWorthARow(entry)) {
                    measured.add(new LedgerRow.Measured(entry, null, addition(entry.factor())));
                }
            }
            if (!measured.isEmpty()) {
                boolean open = !choice.closed().contains(section);
                rows.add(new LedgerRow.Heading(title(section), section, open, measured.size()));
                if (open) {
                    rows.addAll(measured);
                }
            }
        }
        return rows;
    }

    /** The few things that matter most, as sentences. */
    private void first(List<LedgerRow> rows) {
        List<FirstSight.Sight> sights = FirstSight.of(position, ledger, led());
        if (!sights.isEmpty()) {
            rows.add(LedgerRow.Heading.of(Texts.of("ledger.first")));
            sights.forEach(sight -> rows.add(new LedgerRow.Sentence(sight.sentence(), sight.entry())));
        }
    }

    private FirstSight.@Nullable Before led() {
        if (before == null) {
            return null;
        }
        GameNode current = tree.node(node);
        Position was = tree.positionAt(current.parent());
        Move move = current.played();
        return new FirstSight.Before(before, MoveNames.of(was, move, language), was.isCapture(move) ? move.to() : null);
    }

    private String title(Section section) {
        return section == Section.MATERIAL
                ? Texts.of("ledger.material", section.title(), scale.name())
                : section.title();
    }

    private Map<Factor, Change> changes() {
        Map<Factor, Change> changes = new EnumMap<>(Factor.class);
        if (before != null) {
            for (Change change : ledger.changesSince(before)) {
                if (!change.inWords().isEmpty()) {
                    changes.put(change.factor(), change);
                }
            }
        }
        return changes;
    }

    /** What the last move changed, in the order of the sections, with what it gave up for good first. */
    private void changed(SectionChoice choice, Map<Factor, Change> changes, List<LedgerRow> rows) {
        GameNode current = tree.node(node);
        Position was = tree.positionAt(current.parent());
        List<LedgerRow> told = new ArrayList<>();
        weakened(was, current, told);
        for (Section section : choice.shown()) {
            for (Change change : changes.values()) {
                if (change.factor().section() == section
                        && !change.factor().is(Factor.Trait.RESTLESS)
                        && changes.values().stream().noneMatch(change::isSaidBy)) {
                    told.add(new LedgerRow.Measured(change.after(), change, addition(change.factor())));
                }
            }
        }
        if (!told.isEmpty()) {
            rows.add(LedgerRow.Heading.of(Texts.of("ledger.changedBy", MoveNames.of(was, current.played(), language))));
            rows.addAll(told);
        }
        recaptures(was, current, rows);
    }

    // ---- one square

    private List<LedgerRow> about(Square picked, SectionChoice choice) {
        List<LedgerRow> rows = new ArrayList<>();
        square(picked, rows);
        SquareSet only = SquareSet.of(picked);
        List<LedgerRow> concerned = new ArrayList<>();
        for (Section section : choice.order()) {
            for (Entry entry : ledger.entries()) {
                if (entry.factor().section() == section && !entry.isEmpty() && entry.concerns(only)) {
                    concerned.add(new LedgerRow.Measured(entry, null, ""));
                }
            }
        }
        rows.add(LedgerRow.Heading.of(
                concerned.isEmpty() ? Texts.of("ledger.concerns.none", picked) : Texts.of("ledger.concerns", picked)));
        rows.addAll(concerned);
        return rows;
    }

    /** Entries about nothing are left out, and wings and minor pieces of which both sides have the same. */
    private static boolean isWorthARow(Entry entry) {
        boolean wing = entry.factor().name().startsWith("MAJORITY") || entry.factor() == Factor.MINOR_PIECES;
        boolean even = entry.white().value().equals(entry.black().value());
        return !entry.isEmpty() && !(wing && even);
    }

    /** What the line so far has sacrificed and regained stands with the total. */
    private String addition(Factor factor) {
        if (factor != Factor.TOTAL || node == GameTree.ROOT) {
            return "";
        }
        List<Position> line = tree.positionsAlong(tree.pathTo(node));
        List<String> parts = new ArrayList<>();
        for (Side side : Side.values()) {
            RunningBalance running = RunningBalance.of(line, side, scale);
            if (running.sacrificed() > 0) {
                parts.add(Texts.of(
                        "ledger.running",
                        Texts.of(side == Side.WHITE ? "side.WHITE" : "side.BLACK"),
                        new Value.Hundredths(running.sacrificed()).text(),
                        new Value.Hundredths(Math.max(0, running.regained())).text()));
            }
        }
        return String.join("; ", parts);
    }

    private void square(Square square, List<LedgerRow> rows) {
        ExchangeFamily.SquareAccount account = ExchangeFamily.of(position, square);
        String verdict = Texts.of("ledger.square.empty");
        Piece piece = position.pieceAt(square);
        if (piece != null) {
            String taker = Texts.of(account.taker() == Side.WHITE ? "side.WHITE" : "side.BLACK");
            verdict = account.gain() > 0
                    ? Texts.of("ledger.square.wins", taker, account.gain())
                    : Texts.of("ledger.square.safe", taker);
        }
        rows.add(LedgerRow.Heading.of(Texts.of(
                "ledger.square",
                piece == null ? square.toString() : Texts.of("piece." + piece.type()) + " " + square)));
        rows.add(new LedgerRow.Remark(
                order(account.white()),
                Texts.of("ledger.square.order"),
                verdict,
                order(account.black()),
                SquareSet.of(account.white().toArray(new Square[0])),
                SquareSet.of(account.black().toArray(new Square[0]))));
        if (piece != null && piece.type() != PieceType.PAWN) {
            Reach reach = Reach.inPosition(position, square);
            rows.add(new LedgerRow.Distances(
                    Texts.of("ledger.reach"),
                    Texts.of(
                            "ledger.reach.text",
                            reach.within(1).size() - 1,
                            reach.squaresWithinTwo(),
                            reach.within(3).size() - 1),
                    reach,
                    piece.side() == Side.WHITE));
        }
    }

    private String order(List<Square> squares) {
        return squares.isEmpty()
                ? "–"
                : squares.stream()
                        .map(square -> {
                            Piece piece = position.pieceAt(square);
                            return (piece == null ? "" : language.letter(piece.type())) + square;
                        })
                        .collect(Collectors.joining(" "));
    }

    /** Squares that the last pawn move gave up for good, usable at once or not. */
    private static void weakened(Position was, GameNode current, List<LedgerRow> rows) {
        Weakening weakening = Weakening.of(was, current.played());
        SquareSet squares = weakening.squares();
        if (!squares.isEmpty()) {
            boolean white = weakening.side() == Side.WHITE;
            rows.add(new LedgerRow.Remark(
                    white ? squares.toString() : "",
                    Texts.of("ledger.weakened"),
                    weakening.inWords().isEmpty() ? Texts.of("ledger.weakened.text") : weakening.inWords(),
                    white ? "" : squares.toString(),
                    white ? squares : SquareSet.NONE,
                    white ? SquareSet.NONE : squares));
        }
    }

    private void recaptures(Position was, GameNode current, List<LedgerRow> rows) {
        if (!was.isCapture(current.played())) {
            return;
        }
        Square square = current.played().to();
        List<Move> moves = Comparison.recaptures(position, square);
        if (moves.size() < 2) {
            return;
        }
        rows.add(LedgerRow.Heading.of(Texts.of("ledger.recaptures", square)));
        Side side = position.sideToMove();
        Comparison comparison =
                Comparison.of(position, moves.stream().map(List::of).toList(), false, scale);
        for (Comparison.Way way : comparison.ways()) {
            String differs = comparison.factors().stream()
                    .filter(factor -> factor.section() == Section.PAWNS
                            && factor != Factor.WEAK_SQUARES
                            && factor != Factor.LEVERS)
                    .map(factor -> factor.title().toLowerCase(Locale.ROOT) + " "
                            + way.ledger().entry(factor).of(side).value().text())
                    .collect(Collectors.joining(", "));
            rows.add(new LedgerRow.Remark(
                    "",
                    San.write(position, way.first(), language),
                    differs.isEmpty() ? Texts.of("ledger.recaptures.same") : differs,
                    "",
                    SquareSet.NONE,
                    SquareSet.of(way.first().from())));
        }
    }
}
