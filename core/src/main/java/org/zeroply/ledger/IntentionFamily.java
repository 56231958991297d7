package org.zeroply.ledger;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashSet;
import java.util.List;
import java.util.Set;
import java.util.stream.Collectors;
import org.zeroply.ledger.Entry.Account;
import org.zeroply.ledger.SearchedEntries.Searches;
import org.zeroply.notation.Language;
import org.zeroply.notation.San;
import org.zeroply.rules.Exchange;
import org.zeroply.rules.Move;
import org.zeroply.rules.Position;
import org.zeroply.rules.Settled;
import org.zeroply.rules.Side;
import org.zeroply.rules.SquareSet;
import org.zeroply.search.CalculatedLine;
import org.zeroply.search.Limit;
import org.zeroply.search.Question;
import org.zeroply.words.Words;

/** Quiet moves by which the side not to move would better its position if it were left in peace, and what stops them. */
final class IntentionFamily {
    private static final long QUIET_NODES = 36_000;
    private static final long WAITING_NODES = 12_000;
    private static final long ANSWER_NODES = 250;
    private static final long CONFIRMING_NODES = 4_000;
    private static final int SEARCHED = 4;
    private static final int TOLD = 3;
    private static final int ENTRIES_TOLD = 4;
    private static final int STOPS_TOLD = 3;
    private static final double WORTH_TELLING = 0.05;

    /** To have any move in hand is worth something; an intention is worth so much more than the fourth best one. */
    private static final double MORE_THAN_ORDINARY = 0.03;

    private static final double PRICE_OF_STOPPING = 0.05;

    private final Survey survey;
    private final Position position;
    private final Side side;
    private final ThreatFamily threats;
    private final Searches searches;
    private final Language language;

    IntentionFamily(Survey survey, ThreatFamily threats, Searches searches, Language language) {
        this.survey = survey;
        position = survey.position;
        side = position.sideToMove().opposite();
        this.threats = threats;
        this.searches = searches;
        this.language = language;
    }

    Entry entry() {
        Counted told = intentions();
        Counted nothing = new Counted(Account.NONE, "");
        return Counted.entry(Factor.INTENTIONS, of -> of == side ? told : nothing);
    }

    private Counted intentions() {
        List<Move> quiet = quietMoves();
        if (quiet.isEmpty() || searches.isOver()) {
            return new Counted(Account.NONE, "");
        }
        Position free = survey.toMove(side);
        double waiting = expected(position, WAITING_NODES);
        Question question = Question.of(free, Limit.nodes(QUIET_NODES))
                .onlyMoves(quiet)
                .withLines(Math.min(SEARCHED, quiet.size()));
        SquareSet goals = SquareSet.NONE;
        Evidence evidence = Evidence.NONE;
        List<String> told = new ArrayList<>();
        List<CalculatedLine> lines = searches.ask(question).lines();
        if (lines.isEmpty()) {
            return new Counted(Account.NONE, "");
        }
        double ordinary = lines.getLast().verdict().expectedFor(side);
        for (CalculatedLine line : lines) {
            double expected = line.verdict().expectedFor(side);
            double gain = expected - waiting;
            if (gain < WORTH_TELLING || expected - ordinary < MORE_THAN_ORDINARY || told.size() == TOLD) {
                break;
            }
            Move move = line.first();
            goals = goals.or(SquareSet.of(move.to()));
            evidence = evidence.withPath(Role.ROUTE, List.of(move.from(), move.to()));
            told.add(Words.of("intentions.one", San.write(free, move, language), changes(free, move))
                    + stops(move, waiting, gain));
        }
        return new Counted(Account.of(goals, evidence), String.join(", ", told));
    }

    private List<Move> quietMoves() {
        // Where something of its own can be taken at once, a free move would only save that.
        boolean losesSomething = Settled.bestExchange(position, side.opposite()) > 0;
        if (position.isCheck() || threats.mates(side.opposite()) || losesSomething) {
            return List.of();
        }
        Set<Move> known = new HashSet<>(threats.firstMoves(side));
        Position free = survey.toMove(side);
        return survey.moves(side).stream()
                .filter(move -> !free.isCapture(move)
                        && move.promotion() == null
                        && !known.contains(move)
                        && !free.play(move).isCheck())
                .toList();
    }

    /** The expected score of the side with the intentions. */
    private double expected(Position there, long nodes) {
        return searches.ask(there, nodes).verdict().expectedFor(side);
    }

    private String changes(Position free, Move move) {
        Ledger now = Ledger.of(position, ValueScale.SCHOOLROOM);
        String changed = Ledger.of(free.play(move), ValueScale.SCHOOLROOM).changesSince(now).stream()
                .filter(change -> change.changed(side) || change.changed(side.opposite()))
                .limit(ENTRIES_TOLD)
                .map(change -> change.factor().title())
                .collect(Collectors.joining(", "));
        return changed.isEmpty() ? Words.of("none") : changed;
    }

    /** The cheapest answers after which the move is not possible, and those after which it is pointless. */
    private String stops(Move intended, double waiting, double gain) {
        List<Answer> answers = new ArrayList<>();
        for (Move answer : position.legalMoves()) {
            double price = searches.isOver() ? 1 : expected(position.play(answer), ANSWER_NODES) - waiting;
            if (price <= PRICE_OF_STOPPING) {
                answers.add(new Answer(answer, price));
            }
        }
        answers.sort(Comparator.comparingDouble(Answer::price));
        List<String> stopped = new ArrayList<>();
        List<String> pointless = new ArrayList<>();
        for (Answer answer : answers) {
            Position answered = position.play(answer.move());
            boolean prevented = !answered.isLegal(intended);
            List<String> told = prevented ? stopped : pointless;
            if (told.size() < STOPS_TOLD
                    && (prevented || isPointless(answered.play(intended), intended, waiting + gain / 2))
                    && expected(answered, CONFIRMING_NODES) - waiting <= PRICE_OF_STOPPING) {
                told.add(San.write(position, answer.move(), language));
            }
        }
        if (stopped.isEmpty() && pointless.isEmpty()) {
            return Words.of("intentions.unstopped");
        }
        return (stopped.isEmpty() ? "" : Words.of("intentions.stopped", Lists.inWords(stopped)))
                + (pointless.isEmpty() ? "" : Words.of("intentions.pointless", Lists.inWords(pointless)));
    }

    private record Answer(Move move, double price) {}

    private boolean isPointless(Position then, Move intended, double enough) {
        return Exchange.result(then, intended.to(), side.opposite()) > 0
                || expected(then, ANSWER_NODES) < enough && expected(then, CONFIRMING_NODES) < enough;
    }
}
