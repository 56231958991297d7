package org.zeroply.task;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import org.zeroply.gametree.GameTree;
import org.zeroply.ledger.Factor;
import org.zeroply.ledger.Ledger;
import org.zeroply.ledger.TradeTable;
import org.zeroply.ledger.TradeTable.Trade;
import org.zeroply.ledger.ValueScale;
import org.zeroply.notation.Language;
import org.zeroply.notation.San;
import org.zeroply.rules.Move;
import org.zeroply.rules.Piece;
import org.zeroply.rules.Position;
import org.zeroply.rules.Side;
import org.zeroply.rules.Square;
import org.zeroply.words.Words;
import org.zeroply.work.Cancel;

/**
 * Questions that the ledger answers, proposed for a task: material at the end of its line, pawn islands, passed pawns, which
 * trade to seek; and the verdict, where the solution gives one.
 */
public final class AssessDraft {
    private AssessDraft() {}

    /** The questions with their keys, in the order in which a coach would ask them. */
    public static List<AssessQuestion> of(Task task, Language language, Cancel cancel) {
        List<AssessQuestion> questions = new ArrayList<>();
        GameTree tree = task.solution();
        List<Integer> line = tree.mainLine();
        Opinion verdict = Opinion.of(tree.node(line.isEmpty() ? GameTree.ROOT : line.getLast()));
        Position end = line.isEmpty() ? task.start() : tree.positionAt(line.getLast());
        String after = line.isEmpty() ? "" : San.line(task.start(), moves(tree, line), language);
        if (verdict != null) {
            questions.add(new AssessQuestion(asked("verdict", after), List.of(verdict.text())));
        }
        int balance = ValueScale.SCHOOLROOM.balance(end);
        String sign = balance > 0 ? "+" : "";
        questions.add(new AssessQuestion(asked("material", after), List.of(sign + balance / 100)));
        Ledger ledger = Ledger.of(end, ValueScale.SCHOOLROOM);
        for (Factor factor : List.of(Factor.ISLANDS, Factor.PASSED)) {
            for (Side side : Side.values()) {
                int count = ledger.entry(factor).of(side).value().size();
                questions.add(new AssessQuestion(asked(factor + "." + side, after), List.of(Integer.toString(count))));
            }
        }
        trade(task.start(), language, cancel).ifPresent(questions::add);
        return questions;
    }

    private static List<Move> moves(GameTree tree, List<Integer> line) {
        List<Move> moves = new ArrayList<>();
        for (int id : line) {
            Move move = tree.node(id).move();
            if (move != null) {
                moves.add(move);
            }
        }
        return moves;
    }

    private static String asked(String what, String after) {
        return after.isEmpty()
                ? Words.of("assess." + what)
                : Words.of("assess.after", after, Words.of("assess." + what));
    }

    /** The trade that helps the solver most, if one helps clearly more than the next. */
    private static Optional<AssessQuestion> trade(Position position, Language language, Cancel cancel) {
        List<Trade> trades =
                TradeTable.of(position, position.sideToMove(), cancel).trades();
        int next = trades.size() > 1 ? trades.get(1).gain() : 0;
        if (trades.isEmpty()
                || trades.getFirst().gain() < 10
                || trades.getFirst().gain() - next < 10) {
            return Optional.empty();
        }
        Trade best = trades.getFirst();
        String own = man(position, best.own(), language);
        String enemy = man(position, best.enemy(), language);
        return Optional.of(new AssessQuestion(
                Words.of("assess.trade", Words.of("side." + position.sideToMove())),
                List.of(Words.of("assess.for", own, enemy), own + " " + enemy, own + "-" + enemy, own + "x" + enemy)));
    }

    private static String man(Position position, Square square, Language language) {
        Piece piece = position.pieceAt(square);
        return (piece == null ? "" : language.letter(piece.type())) + square;
    }
}
