package org.zeroply.ledger;

import java.util.ArrayList;
import java.util.List;
import org.zeroply.ledger.Entry.Account;
import org.zeroply.ledger.SearchedEntries.Searches;
import org.zeroply.notation.Language;
import org.zeroply.notation.San;
import org.zeroply.rules.Move;
import org.zeroply.rules.PieceType;
import org.zeroply.rules.Position;
import org.zeroply.rules.Side;
import org.zeroply.rules.SquareSet;
import org.zeroply.search.CalculatedLine;
import org.zeroply.search.Evaluation;
import org.zeroply.search.Weights;
import org.zeroply.words.Words;

/** Entries of a rook or queen on the other side's first rank that mate or win. */
final class BackRankFamily {
    private static final long NODES = 3_000;
    private static final int LONGEST_MATE = 3;
    private static final int TWO_PAWNS = 200;
    private static final int A_LITTLE = 30;

    private final Survey survey;
    private final Searches searches;
    private final Language language;

    BackRankFamily(Survey survey, Searches searches, Language language) {
        this.survey = survey;
        this.searches = searches;
        this.language = language;
    }

    Entry entry() {
        return Counted.entry(Factor.BACK_RANK, this::weakness);
    }

    private Counted weakness(Side side) {
        Side enemy = side.opposite();
        SquareSet entries = SquareSet.NONE;
        Evidence evidence = Evidence.NONE;
        List<String> told = new ArrayList<>();
        for (Move move : survey.moves(enemy)) {
            PieceType type = survey.type(move.from());
            boolean heavy = type == PieceType.ROOK || type == PieceType.QUEEN;
            boolean enters = (Survey.ownRanks(side, 1, 1) & move.to().bit()) != 0;
            if (!heavy || !enters || searches.isOver()) {
                continue;
            }
            Position before = survey.toMove(enemy);
            Position after = before.play(move);
            String said = after.isCheck() ? outcome(before, after, San.write(before, move, language)) : "";
            if (!said.isEmpty()) {
                entries = entries.or(SquareSet.of(move.to()));
                evidence =
                        evidence.with(Role.TARGET, move.to()).withPath(Role.ATTACKER, List.of(move.from(), move.to()));
                told.add(said);
            }
        }
        return new Counted(Account.of(entries, evidence), String.join(", ", told));
    }

    /** What the entry leads to, in words; nothing if it leads to nothing. */
    private String outcome(Position before, Position after, String name) {
        if (after.isCheckmate()) {
            return Words.of("backRank.mate", name, new Value.Moves(1).text());
        }
        List<CalculatedLine> lines = searches.best(after, NODES);
        if (lines.isEmpty()) {
            return "";
        }
        int sign = before.sideToMove() == Side.WHITE ? 1 : -1;
        int mateIn = lines.getFirst().verdict().mateIn() * sign;
        if (mateIn >= 1 && mateIn <= LONGEST_MATE) {
            return Words.of("backRank.mate", name, new Value.Moves(mateIn + 1).text());
        }
        int now = new Evaluation(Weights.SHIPPED).of(before.board());
        int then = lines.getFirst().verdict().hundredths() * sign;
        if (then - now < TWO_PAWNS) {
            return "";
        }
        // What something else wins as well is not won by the entry.
        int best = searches.best(before, NODES).getFirst().verdict().hundredths() * sign;
        return then >= best - A_LITTLE ? Words.of("backRank.wins", name) : "";
    }
}
