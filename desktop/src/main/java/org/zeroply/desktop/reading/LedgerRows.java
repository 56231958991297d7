package org.zeroply.desktop.reading;

import java.util.ArrayList;
import java.util.List;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;
import org.zeroply.desktop.Texts;
import org.zeroply.gametree.GameNode;
import org.zeroply.gametree.GameTree;
import org.zeroply.notation.Language;
import org.zeroply.notation.San;
import org.zeroply.reading.Change;
import org.zeroply.reading.Entry;
import org.zeroply.reading.ExchangeReading;
import org.zeroply.reading.Factor;
import org.zeroply.reading.Ledger;
import org.zeroply.reading.Recaptures;
import org.zeroply.reading.RunningBalance;
import org.zeroply.reading.Section;
import org.zeroply.reading.Value;
import org.zeroply.reading.ValueScale;
import org.zeroply.rules.Piece;
import org.zeroply.rules.Position;
import org.zeroply.rules.Side;
import org.zeroply.rules.Square;
import org.zeroply.rules.SquareSet;

/** Puts the ledger of one move together: the picked square, what the move changed, then the sections. */
final class LedgerRows {
    private final GameTree tree;
    private final int node;
    private final Language language;
    private final ValueScale scale;

    LedgerRows(GameTree tree, int node, Language language, ValueScale scale) {
        this.tree = tree;
        this.node = node;
        this.language = language;
        this.scale = scale;
    }

    List<LedgerRow> build(@Nullable Square picked) {
        Position position = tree.positionAt(node);
        Ledger ledger = Ledger.of(position, scale);
        List<LedgerRow> rows = new ArrayList<>();
        if (picked != null) {
            square(position, picked, rows);
        }
        List<Factor> changed = new ArrayList<>();
        GameNode current = tree.node(node);
        if (current.parent() >= 0) {
            Position before = tree.positionAt(current.parent());
            List<Change> changes = ledger.changesSince(Ledger.of(before, scale)).stream()
                    .filter(change -> !change.inWords().isEmpty())
                    .toList();
            if (!changes.isEmpty()) {
                rows.add(new LedgerRow.Heading(
                        Texts.of("ledger.changedBy", MoveNames.of(before, current.played(), language))));
            }
            for (Change change : changes) {
                changed.add(change.factor());
                rows.add(new LedgerRow.Measured(change.after(), change, addition(change.factor())));
            }
            weakened(before, current, rows);
            recaptures(position, before, current, rows);
        }
        for (Section section : Section.values()) {
            List<LedgerRow> measured = new ArrayList<>();
            for (Entry entry : ledger.entries()) {
                if (entry.factor().section() == section && !changed.contains(entry.factor()) && isWorthARow(entry)) {
                    measured.add(new LedgerRow.Measured(entry, null, addition(entry.factor())));
                }
            }
            if (!measured.isEmpty()) {
                rows.add(new LedgerRow.Heading(
                        section == Section.MATERIAL
                                ? Texts.of("ledger.material", section.title(), scale.name())
                                : section.title()));
                rows.addAll(measured);
            }
        }
        return rows;
    }

    /** Entries about nothing, and wings where both sides have the same number, are left out. */
    private static boolean isWorthARow(Entry entry) {
        boolean wing = entry.factor().name().startsWith("MAJORITY");
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

    private void square(Position position, Square square, List<LedgerRow> rows) {
        ExchangeReading.SquareAccount account = ExchangeReading.of(position, square);
        String verdict = Texts.of("ledger.square.empty");
        Piece piece = position.pieceAt(square);
        if (piece != null) {
            String taker = Texts.of(account.taker() == Side.WHITE ? "side.WHITE" : "side.BLACK");
            verdict = account.gain() > 0
                    ? Texts.of("ledger.square.wins", taker, account.gain())
                    : Texts.of("ledger.square.safe", taker);
        }
        rows.add(new LedgerRow.Heading(Texts.of(
                "ledger.square",
                piece == null ? square.toString() : Texts.of("piece." + piece.type()) + " " + square)));
        rows.add(new LedgerRow.Remark(
                order(position, account.white()),
                Texts.of("ledger.square.order"),
                verdict,
                order(position, account.black()),
                SquareSet.of(account.white().toArray(new Square[0])),
                SquareSet.of(account.black().toArray(new Square[0]))));
    }

    private String order(Position position, List<Square> squares) {
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
    private static void weakened(Position before, GameNode current, List<LedgerRow> rows) {
        SquareSet weakened = Ledger.weakenedBy(before, current.played());
        if (!weakened.isEmpty()) {
            boolean white = before.sideToMove() == Side.WHITE;
            rows.add(new LedgerRow.Remark(
                    white ? weakened.toString() : "",
                    Texts.of("ledger.weakened"),
                    Texts.of("ledger.weakened.text"),
                    white ? "" : weakened.toString(),
                    white ? weakened : SquareSet.NONE,
                    white ? SquareSet.NONE : weakened));
        }
    }

    private void recaptures(Position position, Position before, GameNode current, List<LedgerRow> rows) {
        if (!before.isCapture(current.played())) {
            return;
        }
        Square square = current.played().to();
        List<Recaptures.Way> ways = Recaptures.on(position, square, scale);
        if (ways.size() < 2) {
            return;
        }
        rows.add(new LedgerRow.Heading(Texts.of("ledger.recaptures", square)));
        Ledger now = Ledger.of(position, scale);
        for (Recaptures.Way way : ways) {
            String differs = way.ledger().changesSince(now).stream()
                    .filter(change -> change.factor().section() == Section.PAWNS
                            && change.changed(position.sideToMove())
                            && change.factor() != Factor.WEAK_SQUARES
                            && change.factor() != Factor.LEVERS)
                    .map(change -> change.factor().title().toLowerCase(java.util.Locale.ROOT) + " "
                            + change.after().of(position.sideToMove()).value().text())
                    .collect(Collectors.joining(", "));
            rows.add(new LedgerRow.Remark(
                    "",
                    San.write(position, way.move(), language),
                    differs.isEmpty() ? Texts.of("ledger.recaptures.same") : differs,
                    "",
                    SquareSet.NONE,
                    SquareSet.of(way.move().from())));
        }
    }
}
