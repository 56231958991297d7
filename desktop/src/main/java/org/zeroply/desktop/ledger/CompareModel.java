package org.zeroply.desktop.ledger;

import java.util.ArrayList;
import java.util.List;
import java.util.Objects;
import javafx.beans.property.BooleanProperty;
import javafx.beans.property.ReadOnlyObjectProperty;
import javafx.beans.property.ReadOnlyObjectWrapper;
import javafx.beans.property.SimpleBooleanProperty;
import org.jspecify.annotations.Nullable;
import org.zeroply.analysis.Candidate;
import org.zeroply.analysis.Candidates;
import org.zeroply.desktop.calculation.CalculationModel;
import org.zeroply.desktop.game.OpenGame;
import org.zeroply.desktop.kit.TypedLine;
import org.zeroply.gametree.GameTree;
import org.zeroply.ledger.Comparison;
import org.zeroply.rules.Move;
import org.zeroply.rules.Position;

/**
 * Which ways to go on are laid side by side. Offered are the ways to take back where the last move captured, the branches
 * of the game, the calculator's candidates, what the coach types, and natural moves where there is little else. Lives on the interface thread; needs no window.
 */
final class CompareModel {
    /** As many as are readable side by side. */
    static final int MOST = 4;

    private static final int USUAL = 3;
    private static final int LONGEST_LINE = 12;

    private final LedgerModel ledger;
    private final OpenGame reading;
    private final CalculationModel calculation;
    private final List<List<Move>> typed = new ArrayList<>();
    private final List<Move> chosen = new ArrayList<>();
    private final ReadOnlyObjectWrapper<List<Way>> offered = new ReadOnlyObjectWrapper<>(this, "offered", List.of());
    private final ReadOnlyObjectWrapper<@Nullable Comparison> comparison =
            new ReadOnlyObjectWrapper<>(this, "comparison");
    private final BooleanProperty atEnd = new SimpleBooleanProperty(this, "atEnd", false);
    private final TypedLine line;
    private @Nullable Position position;

    /** A way that is offered. */
    record Way(List<Move> moves, boolean isChosen) {
        Way {
            moves = List.copyOf(moves);
        }
    }

    CompareModel(LedgerModel ledger, CalculationModel calculation) {
        this.ledger = ledger;
        reading = ledger.reading();
        line = new TypedLine(reading.languageProperty()::get);
        this.calculation = calculation;
        reading.spotProperty().subscribe(() -> refresh());
        calculation.candidatesProperty().subscribe(() -> refresh());
        atEnd.subscribe(() -> refresh());
        ledger.viewProperty().subscribe(() -> refresh());
    }

    ReadOnlyObjectProperty<List<Way>> offeredProperty() {
        return offered.getReadOnlyProperty();
    }

    /** Null while fewer than two ways are chosen. */
    ReadOnlyObjectProperty<@Nullable Comparison> comparisonProperty() {
        return comparison.getReadOnlyProperty();
    }

    /** Whether the ledgers are read at the ends of the lines rather than after their first moves. */
    BooleanProperty atEndProperty() {
        return atEnd;
    }

    /** Why a typed line was not taken; empty if it was. */
    TypedLine line() {
        return line;
    }

    OpenGame reading() {
        return reading;
    }

    /** Nothing is worked out while another view of the ledger is in front. */
    private void refresh() {
        if (ledger.viewProperty().get() != LedgerModel.View.COMPARE) {
            offered.set(List.of());
            comparison.set(null);
            return;
        }
        Position now = reading.positionProperty().get();
        boolean moved = !Objects.equals(now, position);
        if (moved) {
            position = now;
            typed.clear();
            chosen.clear();
            line.dismiss();
        }
        List<List<Move>> lines = reading.openProperty().get() ? lines(now) : List.of();
        if (moved || chosen.size() < 2) {
            lines.stream()
                    .map(List::getFirst)
                    .filter(move -> !chosen.contains(move))
                    .limit(Math.max(0, usual(now, lines.size()) - chosen.size()))
                    .forEach(chosen::add);
        }
        offered.set(lines.stream()
                .map(line -> new Way(line, chosen.contains(line.getFirst())))
                .toList());
        List<List<Move>> compared =
                lines.stream().filter(line -> chosen.contains(line.getFirst())).toList();
        comparison.set(
                compared.size() < 2
                        ? null
                        : Comparison.of(
                                now,
                                compared,
                                atEnd.get(),
                                reading.scaleProperty().get()));
    }

    /** All ways to take back where there are several; else the first three. */
    private int usual(Position now, int lines) {
        int recaptures = recaptures(now).size();
        return Math.min(lines, recaptures >= 2 ? Math.min(MOST, recaptures) : USUAL);
    }

    private List<Move> recaptures(Position now) {
        Move last = reading.lastMoveProperty().get();
        int parent = reading.shown().node(reading.nodeProperty().get()).parent();
        if (last == null || parent < 0 || !reading.shown().positionAt(parent).isCapture(last)) {
            return List.of();
        }
        List<Move> moves = Comparison.recaptures(now, last.to());
        return moves.size() < 2 ? List.of() : moves;
    }

    /** Every way once; a longer line takes the place of a shorter one that begins alike. */
    private List<List<Move>> lines(Position now) {
        List<List<Move>> lines = new ArrayList<>();
        recaptures(now).forEach(move -> add(lines, List.of(move)));
        GameTree tree = reading.shown();
        for (int child : tree.node(reading.nodeProperty().get()).children()) {
            add(lines, branch(tree, child));
        }
        if (calculation.isShowing()) {
            for (Candidate candidate : calculation.candidatesProperty().get()) {
                if (now.isLegal(candidate.move())) {
                    add(lines, candidate.line().moves());
                }
            }
        }
        typed.forEach(line -> add(lines, line));
        // With little else to go on, what a first look would choose.
        for (Move move : Candidates.natural(now, List.of())) {
            if (lines.size() < USUAL) {
                add(lines, List.of(move));
            }
        }
        return lines;
    }

    private static List<Move> branch(GameTree tree, int child) {
        List<Move> moves = new ArrayList<>();
        int id = child;
        while (moves.size() < LONGEST_LINE) {
            Move move = tree.node(id).move();
            if (move == null || move.isPass()) {
                break;
            }
            moves.add(move);
            if (tree.node(id).children().isEmpty()) {
                break;
            }
            id = tree.node(id).children().getFirst();
        }
        return moves;
    }

    private static void add(List<List<Move>> lines, List<Move> line) {
        if (line.isEmpty()) {
            return;
        }
        for (int i = 0; i < lines.size(); i++) {
            if (lines.get(i).getFirst().equals(line.getFirst())) {
                if (line.size() > lines.get(i).size()) {
                    lines.set(i, line);
                }
                return;
            }
        }
        lines.add(line);
    }

    /** Takes a way into the comparison or out of it. */
    void toggle(Move first) {
        if (!chosen.remove(first)) {
            if (chosen.size() == MOST) {
                chosen.removeFirst();
            }
            chosen.add(first);
        }
        refresh();
    }

    /** Adds a typed move or line; says whether it could be read. */
    boolean type(String text) {
        return line.read(reading.positionProperty().get(), text, moves -> {
            if (!moves.isEmpty() && !moves.getFirst().isPass()) {
                typed.add(moves);
                if (!chosen.contains(moves.getFirst())) {
                    toggle(moves.getFirst());
                }
                refresh();
            }
            return true;
        });
    }
}
