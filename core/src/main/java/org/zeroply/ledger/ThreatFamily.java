package org.zeroply.ledger;

import java.util.ArrayList;
import java.util.List;
import java.util.Set;
import java.util.function.Predicate;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;
import org.zeroply.ledger.Entry.Account;
import org.zeroply.notation.Language;
import org.zeroply.notation.San;
import org.zeroply.rules.Move;
import org.zeroply.rules.PieceValues;
import org.zeroply.rules.Position;
import org.zeroply.rules.Side;
import org.zeroply.rules.Square;
import org.zeroply.rules.SquareSet;
import org.zeroply.search.Threat;
import org.zeroply.search.Threats;
import org.zeroply.words.Words;
import org.zeroply.work.Cancel;

/** What the side not to move threatens, and what the side to move can do at once. */
final class ThreatFamily {
    private static final long OWN_MATE_NODES = 4_000;
    private static final long OWN_NODES = 10_000;
    private static final int A_PAWN = 100;

    private final Survey survey;
    private final Language language;
    private final List<List<Threat>> bySide = new ArrayList<>();

    ThreatFamily(Survey survey, @Nullable Underway exchange, Language language, Cancel cancel) {
        this.survey = survey;
        this.language = language;
        Position position = survey.position;
        Side toMove = position.sideToMove();
        // The side to move is asked as if the other had passed before.
        List<Threat> against = new Threats().against(position, cancel);
        List<Threat> own = position.isCheck() ? List.of() : new Threats(OWN_MATE_NODES, OWN_NODES).by(position, cancel);
        if (exchange != null && !position.isCheck()) {
            Square square = exchange.last().to();
            against = without(against, threat -> threat.line().getFirst().from() == square);
            own = without(
                    own,
                    threat -> threat.line().getFirst().to() == square && threat.gain() <= A_PAWN * exchange.taken());
        }
        bySide.add(toMove == Side.WHITE ? own : against);
        bySide.add(toMove == Side.WHITE ? against : own);
    }

    private static List<Threat> without(List<Threat> threats, Predicate<Threat> leftOut) {
        return threats.stream().filter(leftOut.negate()).toList();
    }

    /** The first moves of a side's threats. */
    Set<Move> firstMoves(Side side) {
        return bySide.get(side.ordinal()).stream()
                .filter(threat -> !threat.line().isEmpty())
                .map(threat -> threat.line().getFirst())
                .collect(Collectors.toSet());
    }

    /** Whether a side mates by force as far as was seen. */
    boolean mates(Side side) {
        return bySide.get(side.ordinal()).stream().anyMatch(threat -> threat.kind() == Threat.Kind.MATE);
    }

    Entry entry() {
        return Counted.entry(Factor.THREATS, this::threats);
    }

    private Counted threats(Side side) {
        SquareSet targets = SquareSet.NONE;
        Evidence evidence = Evidence.NONE;
        List<String> told = new ArrayList<>();
        for (Threat threat : bySide.get(side.ordinal())) {
            targets = targets.or(threat.targets());
            if (threat.line().isEmpty()) {
                for (Square from : threat.from()) {
                    evidence = evidence.withPath(
                            Role.ATTACKER,
                            List.of(from, threat.targets().iterator().next()));
                }
                told.add(Words.of("threats." + threat.kind(), survey.names(threat.from())));
            } else {
                Move first = threat.line().getFirst();
                evidence = evidence.withPath(Role.ATTACKER, List.of(first.from(), first.to()))
                        .with(Role.TARGET, threat.targets());
                told.add(inWords(side, threat));
            }
        }
        if (told.isEmpty() && !survey.moves(side).isEmpty()) {
            told.add(Words.of("threats.none"));
        }
        return new Counted(Account.of(targets, evidence), String.join(", ", told));
    }

    private String inWords(Side side, Threat threat) {
        Position free = survey.toMove(side);
        Move first = threat.line().getFirst();
        String move = San.write(free, first, language);
        String targets = survey.names(threat.targets());
        // Whoever is behind, and whose turn it is, may only be taking back.
        boolean back = side == survey.position.sideToMove()
                && threat.kind() == Threat.Kind.MATERIAL
                && A_PAWN * PieceValues.balance(free, side) <= -threat.gain();
        if (back) {
            return Words.of("threats.BACK", move, targets);
        }
        boolean later = threat.kind() == Threat.Kind.FORCED
                || threat.kind() == Threat.Kind.PROMOTION && first.promotion() == null;
        Move second = later && threat.line().size() > 2 ? threat.line().get(2) : Move.PASS;
        if (!second.isPass() && threat.targets().contains(second.to())) {
            String then = San.write(free.playAll(threat.line().subList(0, 2)), second, language);
            return second.promotion() != null
                    ? Words.of("threats.QUEENS", move, then)
                    : Words.of("threats.FOLLOWED", move, then, targets);
        }
        return later && threat.kind() == Threat.Kind.PROMOTION
                ? Words.of("threats.QUEENS_LATER", move)
                : Words.of("threats." + threat.kind(), move, targets);
    }
}
