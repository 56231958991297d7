package org.zeroply.ledger;

import java.util.ArrayList;
import java.util.List;
import java.util.Set;
import java.util.stream.Collectors;
import org.zeroply.ledger.Entry.Account;
import org.zeroply.notation.Language;
import org.zeroply.notation.San;
import org.zeroply.rules.Move;
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

    private final Survey survey;
    private final Language language;
    private final List<List<Threat>> bySide = new ArrayList<>();

    ThreatFamily(Survey survey, Language language, Cancel cancel) {
        this.survey = survey;
        this.language = language;
        Position position = survey.position;
        Side toMove = position.sideToMove();
        // The side to move is asked as if the other had passed before.
        List<Threat> against = new Threats().against(position, cancel);
        List<Threat> own = position.isCheck() ? List.of() : new Threats(OWN_MATE_NODES).by(position, cancel);
        bySide.add(toMove == Side.WHITE ? own : against);
        bySide.add(toMove == Side.WHITE ? against : own);
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
                told.add(Words.of(
                        "threats." + threat.kind(),
                        San.write(survey.toMove(side), first, language),
                        survey.names(threat.targets())));
            }
        }
        return new Counted(Account.of(targets, evidence), String.join(", ", told));
    }
}
