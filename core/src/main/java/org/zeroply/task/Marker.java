package org.zeroply.task;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import org.zeroply.gametree.GameTree;
import org.zeroply.notation.San;
import org.zeroply.rules.GameStatus;
import org.zeroply.rules.Move;
import org.zeroply.rules.Position;
import org.zeroply.rules.Side;
import org.zeroply.task.MarkedScript.MarkedItem;
import org.zeroply.task.MarkedScript.MarkedLine;
import org.zeroply.words.Words;

/**
 * Marks a script: a pure function of task, script and evidence.
 *
 * <p>Writing down everything must not pay. So the lines are first cut to what counts: in each position only the first so
 * many different moves of the solver's own, in the order in which they are written. What is left is matched by position, so
 * that another move order that visits a position earns the same.
 *
 * <p>The same holds for the opponent's moves, of which more count. Of verdicts the last one behind a row counts, and of rows
 * that end in the same position the last one.
 *
 * <p>Papers written before these rules keep the old ones ({@link Scheme#OLD_RULES}): all of the opponent's moves count, any
 * reply or verdict shows that a defence was considered, two rows that end in the same position with verdicts of which one is
 * not asked for earn nothing, of rows about one candidate the first counts, and a missing choice costs no penalty.
 */
public final class Marker {
    private final Task task;
    private final SolutionGraph graph;
    private final ScriptReader.Reading script;
    private final Script written;
    private final List<MarkEvidence> evidence;
    private final Map<Long, Set<Move>> counted = new HashMap<>();
    private final boolean newRules;

    /** What counts; rows that were struck out are only shown. */
    private final List<Counted> lines = new ArrayList<>();

    private final List<Counted> shown = new ArrayList<>();
    private final Map<Want, Finding> findings = new HashMap<>();
    private final Set<MarkEvidence> used = new LinkedHashSet<>();

    /** A line as far as it counts. */
    private record Counted(WrittenLine line, int plies, String why) {
        /** Whether its verdict counts. */
        boolean isJudged() {
            return line.opinion() != null
                    && line.isWhole()
                    && plies == line.moves().size();
        }

        Opinion opinion() {
            return Objects.requireNonNull(line.opinion());
        }

        boolean visits(long key, int from) {
            return at(key, from) >= 0;
        }

        /** The first place of a position in the line, from a ply on; -1 if it is not there. */
        int at(long key, int from) {
            for (int i = from; i <= plies; i++) {
                if (line.positions().get(i).key() == key) {
                    return i;
                }
            }
            return -1;
        }

        Position last() {
            return line.positions().get(plies);
        }
    }

    /** Whether the script has what is wanted, in which row, and if not what is missing. */
    private record Finding(boolean isMet, int row, String text) {
        static Finding missing(String text) {
            return new Finding(false, 0, text);
        }

        static Finding in(int row) {
            return new Finding(true, row, "");
        }
    }

    private Marker(Task task, Script script, List<MarkEvidence> evidence) {
        this.task = task;
        this.graph = new SolutionGraph(task);
        this.newRules = task.scheme().hasNewRules();
        this.written = script;
        this.script = ScriptReader.read(script, task.start());
        this.evidence = List.copyOf(evidence);
        cut();
    }

    public static MarkedScript mark(Task task, Script script, List<MarkEvidence> evidence) {
        Points outOf = AttainablePoints.of(task).points();
        return new Marker(task, script, evidence).mark(outOf);
    }

    // ---- what counts

    private void cut() {
        int candidates = task.candidates();
        if (candidates > 0) {
            for (Move candidate : script.candidates()) {
                Set<Move> named = counted.computeIfAbsent(task.start().key(), key -> new LinkedHashSet<>());
                if (named.size() < candidates) {
                    named.add(candidate);
                    lines.add(new Counted(
                            new WrittenLine(
                                    0,
                                    List.of(candidate),
                                    List.of(task.start(), task.start().play(candidate)),
                                    0,
                                    null,
                                    false,
                                    false,
                                    null),
                            1,
                            ""));
                }
            }
        }
        for (WrittenLine line : script.lines()) {
            Counted counts =
                    line.isStruck() ? new Counted(line, 0, Words.of("mark.struck")) : cut(line, candidates > 0);
            shown.add(counts);
            if (!line.isStruck()) {
                lines.add(counts);
            }
        }
    }

    private Counted cut(WrittenLine line, boolean named) {
        for (int i = 0; i < line.moves().size(); i++) {
            Position here = line.positions().get(i);
            Move move = line.moves().get(i);
            if (here.sideToMove() != task.solver()) {
                Set<Move> replies = counted.computeIfAbsent(here.key(), key -> new LinkedHashSet<>());
                int most = newRules ? graph.replies(here.key()) : Integer.MAX_VALUE;
                if (replies.size() >= most && !replies.contains(move)) {
                    return new Counted(line, i, Words.of("mark.tooManyReplies", San.line(here, List.of(move)), most));
                }
                replies.add(move);
                continue;
            }
            boolean isStart = here.key() == task.start().key();
            boolean atStart = named && isStart;
            Set<Move> already = counted.computeIfAbsent(here.key(), key -> new LinkedHashSet<>());
            if (already.contains(move)) {
                continue;
            }
            if (atStart) {
                return new Counted(line, i, Words.of("mark.notNamed", San.line(here, List.of(move))));
            }
            // Every candidate is asked about, and for each only the first row counts.
            boolean isAskedFor = isStart && task.kind() == TaskKind.ELIMINATE;
            if (already.size() >= task.scheme().counts() && !isAskedFor) {
                return new Counted(
                        line,
                        i,
                        Words.of(
                                "mark.tooMany",
                                San.line(here, List.of(move)),
                                task.scheme().counts()));
            }
            already.add(move);
        }
        WrittenLine.Fault fault = line.fault();
        String why = "";
        if (fault != null) {
            why = fault.move() == 0
                    ? fault.reason()
                    : Words.of("mark.notLegal", fault.move(), fault.token(), fault.reason());
        }
        return new Counted(line, line.moves().size(), why);
    }

    // ---- what is there

    private boolean has(Want want) {
        return finding(want).isMet();
    }

    private Finding finding(Want want) {
        Finding known = findings.get(want);
        if (known == null) {
            known = switch (want) {
                case Want.Choose choose -> choice(choose);
                case Want.Find find -> found(find);
                case Want.Consider consider -> considered(consider);
                case Want.Reach reach -> reached(reach);
                case Want.Judge judge -> judged(judge);
                case Want.Refute refute -> refuted(refute);
                case Want.Survive survive -> survived(survive);
                case Want.Answer answer -> answered(answer);
                case Want.PlayOut play -> playedOut(play);
            };
            findings.put(want, known);
        }
        return known;
    }

    private Finding choice(Want.Choose choose) {
        if (choose.move().equals(script.choice())) {
            return Finding.in(0);
        }
        if (!task.start().isLegal(choose.move())) {
            return Finding.missing(Words.of("mark.illegalItem", choose.move()));
        }
        String asked = San.line(task.start(), List.of(choose.move()));
        if (script.choice() != null) {
            return Finding.missing(
                    Words.of("mark.choice.other", San.line(task.start(), List.of(script.choice())), asked));
        }
        WrittenLine.Fault fault = script.choiceFault();
        return Finding.missing(
                fault == null || written.choice().isBlank()
                        ? Words.of("mark.choice.none", asked)
                        : Words.of("mark.choice.illegal", fault.token(), fault.reason()));
    }

    /** The first line that has a position after a move of the side that leads to it. */
    private Optional<Counted> arrival(int node) {
        if (!graph.has(node) || node == GameTree.ROOT) {
            return Optional.empty();
        }
        long key = graph.key(node);
        return lines.stream().filter(line -> line.visits(key, 1)).findFirst();
    }

    private Finding found(Want.Find find) {
        return graph.has(find.node()) && graph.isSolvers(find.node())
                ? arrival(find.node())
                        .map(line -> Finding.in(line.line().row()))
                        .orElseGet(() -> Finding.missing(missing(find.node())))
                : Finding.missing(Words.of("mark.unsound"));
    }

    /** How far the script follows the tree to a node, and what stops it there. */
    private String missing(int node) {
        List<Integer> path = new ArrayList<>(List.of(GameTree.ROOT));
        path.addAll(graph.tree().pathTo(node));
        int seen = 0;
        for (int i = 1; i < path.size(); i++) {
            long key = graph.key(path.get(i));
            if (lines.stream().anyMatch(line -> line.visits(key, 1))) {
                seen = i;
            }
        }
        int next = path.get(Math.min(seen + 1, path.size() - 1));
        long before = graph.key(path.get(seen));
        long wanted = graph.key(next);
        for (Counted line : lines) {
            int at = line.at(before, 0);
            boolean stopsHere = at >= 0 && at == line.plies() && !line.why().isEmpty();
            boolean hadIt = line.plies() < line.line().moves().size()
                    && line.line().positions().get(line.plies() + 1).key() == wanted;
            WrittenLine.Fault fault = line.line().fault();
            if (stopsHere && (hadIt || fault != null && fault.move() > 0)) {
                return Words.of("mark.stopped", line.line().row(), line.why());
            }
        }
        return seen == 0
                ? Words.of("mark.notThere", graph.name(next))
                : Words.of("mark.stops", graph.name(path.get(seen)), graph.name(next));
    }

    private Finding considered(Want.Consider consider) {
        int node = consider.node();
        if (!graph.has(node) || node == GameTree.ROOT || graph.isSolvers(node)) {
            return Finding.missing(Words.of("mark.unsound"));
        }
        Optional<Counted> arrival = arrival(node);
        if (arrival.isEmpty()) {
            return Finding.missing(missing(node));
        }
        long key = graph.key(node);
        Optional<Counted> considering =
                lines.stream().filter(line -> considers(line, key, consider)).findFirst();
        if (considering.isPresent()) {
            return Finding.in(considering.get().line().row());
        }
        Optional<Counted> goesOn = lines.stream()
                .filter(line -> line.at(key, 1) >= 0 && line.at(key, 1) < line.plies())
                .findFirst();
        String why = "mark.noReply";
        if (newRules && graph.isEnd(key)) {
            why = "mark.noRightVerdict";
        } else if (newRules && goesOn.isPresent()) {
            why = "mark.otherReply";
        }
        return Finding.missing(Words.of(
                why, graph.name(node), goesOn.orElse(arrival.get()).line().row()));
    }

    /** Whether a line has a defence with a reply of the solution's, or with one of its verdicts where that is enough. */
    private boolean considers(Counted line, long key, Want.Consider consider) {
        int at = line.at(key, 1);
        if (at < 0) {
            return false;
        }
        boolean judgedHere = line.isJudged() && at == line.plies();
        if (!newRules) {
            return at < line.plies() || judgedHere;
        }
        if (at < line.plies() && graph.isGood(key, line.line().moves().get(at))) {
            return true;
        }
        boolean verdictDoes = graph.isEnd(key) || consider.isVerdictEnough();
        return verdictDoes && judgedHere && graph.verdicts(key).contains(line.opinion());
    }

    private Finding reached(Want.Reach reach) {
        if (!graph.has(reach.from()) || !graph.has(reach.node())) {
            return Finding.missing(Words.of("mark.unsound"));
        }
        long from = graph.key(reach.from());
        long to = graph.key(reach.node());
        Finding strayed = null;
        for (Counted line : lines) {
            for (int begin = line.at(from, 0); begin >= 0; begin = line.at(from, begin + 1)) {
                int end = line.at(to, begin + 1);
                if (end < 0) {
                    break;
                }
                int other = firstOther(line, begin, end);
                if (other < 0) {
                    return Finding.in(line.line().row());
                }
                strayed = Finding.missing(Words.of(
                        "mark.strayed",
                        line.line().row(),
                        graph.name(reach.node()),
                        San.line(
                                line.line().positions().get(other),
                                List.of(line.line().moves().get(other)))));
            }
        }
        if (strayed != null) {
            return strayed;
        }
        boolean elsewhere = lines.stream().anyMatch(line -> line.visits(to, 1));
        return Finding.missing(
                elsewhere
                        ? Words.of("mark.noLine", graph.name(reach.from()), graph.name(reach.node()))
                        : missing(reach.node()));
    }

    /** The first move of the solver's in a stretch of a line that is neither in the tree nor accepted; -1 if all are. */
    private int firstOther(Counted line, int begin, int end) {
        for (int i = begin; i < end; i++) {
            Position here = line.line().positions().get(i);
            if (here.sideToMove() == task.solver()
                    && !graph.isGood(here.key(), line.line().moves().get(i))) {
                return i;
            }
        }
        return -1;
    }

    private Finding judged(Want.Judge judge) {
        if (!graph.has(judge.node())) {
            return Finding.missing(Words.of("mark.unsound"));
        }
        long key = graph.key(judge.node());
        List<Counted> ending = lines.stream()
                .filter(line -> line.isJudged() && line.last().key() == key)
                .toList();
        if (newRules && !ending.isEmpty()) {
            Counted last = ending.getLast();
            return judge.opinions().contains(last.opinion())
                    ? Finding.in(last.line().row())
                    : Finding.missing(Words.of(
                            "mark.otherVerdictOf",
                            last.line().row(),
                            last.opinion().text(),
                            opinions(judge)));
        }
        if (!ending.isEmpty()) {
            Set<Opinion> said = ending.stream().map(Counted::opinion).collect(Collectors.toSet());
            if (judge.opinions().containsAll(said)) {
                return Finding.in(ending.getFirst().line().row());
            }
            return Finding.missing(
                    said.size() > 1
                            ? Words.of(
                                    "mark.contradiction",
                                    ending.stream()
                                            .map(line ->
                                                    Integer.toString(line.line().row()))
                                            .collect(Collectors.joining(", ")))
                            : otherVerdict(said.iterator().next(), judge));
        }
        Optional<Counted> through = lines.stream()
                .filter(line -> line.isJudged()
                        && line.visits(key, 0)
                        && graph.holds(line.last().key()))
                .findFirst();
        if (through.isPresent()) {
            Opinion said = through.get().opinion();
            return judge.opinions().contains(said)
                    ? Finding.in(through.get().line().row())
                    : Finding.missing(otherVerdict(said, judge));
        }
        List<Counted> visiting =
                lines.stream().filter(line -> line.visits(key, 0)).toList();
        if (visiting.isEmpty()) {
            return Finding.missing(missing(judge.node()));
        }
        Counted first = visiting.getFirst();
        if (first.line().opinion() != null && !first.isJudged()) {
            return Finding.missing(Words.of("mark.verdictCut", first.line().row(), first.why()));
        }
        return Finding.missing(
                first.line().opinion() == null
                        ? Words.of("mark.noVerdict", first.line().row(), opinions(judge))
                        : Words.of("mark.endsOutside", first.line().row()));
    }

    private static String otherVerdict(Opinion said, Want.Judge judge) {
        return Words.of("mark.otherVerdict", said.text(), opinions(judge));
    }

    private static String opinions(Want.Judge judge) {
        return judge.opinions().stream().map(Opinion::text).collect(Collectors.joining(Words.of("mark.or")));
    }

    // ---- candidates that are refuted or survive

    /** The row about a candidate that counts, of those that have a reply or say that it survives: the last, by old rules the first. */
    private Optional<Counted> about(int node) {
        if (!graph.has(node) || node == GameTree.ROOT) {
            return Optional.empty();
        }
        Move candidate = graph.tree().node(node).played();
        return lines.stream()
                .filter(line -> line.plies() >= 1
                        && line.line().moves().getFirst().equals(candidate)
                        && (line.plies() >= 2
                                || line.line().survives()
                                || line.line().fault() != null))
                .reduce((one, next) -> newRules ? next : one);
    }

    private Finding refuted(Want.Refute refute) {
        Optional<Counted> about = about(refute.node());
        if (about.isEmpty()) {
            return Finding.missing(Words.of("mark.noRefutation", name(refute.node())));
        }
        Counted line = about.get();
        int row = line.line().row();
        if (line.line().survives()) {
            return Finding.missing(Words.of("mark.doesNotSurvive", row, name(refute.node())));
        }
        if (line.plies() < 2) {
            return Finding.missing(Words.of("mark.stopped", row, line.why()));
        }
        Position after = line.line().positions().get(2);
        boolean inTree =
                graph.tree().node(refute.node()).children().stream().anyMatch(child -> graph.key(child) == after.key());
        if (inTree) {
            return Finding.in(row);
        }
        String reply = San.line(
                line.line().positions().get(1), List.of(line.line().moves().get(1)));
        Optional<MarkEvidence> known = evidenceOf(after);
        if (known.isEmpty()) {
            return Finding.missing(Words.of("mark.refutationOpen", reply));
        }
        used.add(known.get());
        return isAsBad(known.get().opinion(), refute.node())
                ? Finding.in(row)
                : Finding.missing(Words.of(
                        "mark.noRefutationBy",
                        reply,
                        known.get().opinion().text(),
                        known.get().by()));
    }

    private Finding survived(Want.Survive survive) {
        Optional<Counted> about = about(survive.node());
        if (about.isEmpty()) {
            return Finding.missing(Words.of("mark.notSaid", name(survive.node())));
        }
        int row = about.get().line().row();
        return about.get().line().survives()
                ? Finding.in(row)
                : Finding.missing(Words.of("mark.survives", row, name(survive.node())));
    }

    private String name(int node) {
        return graph.has(node) ? graph.name(node) : "?";
    }

    private Optional<MarkEvidence> evidenceOf(Position position) {
        return evidence.stream()
                .filter(each -> each.position().key() == position.key())
                .findFirst();
    }

    /**
     * Whether an opinion is at least as bad for the solver as the one at the end of the tree's refutation; where the tree has
     * none, as bad as that the other side is better.
     */
    private boolean isAsBad(Opinion opinion, int candidate) {
        if (opinion == Opinion.UNCLEAR) {
            return false;
        }
        int end = candidate;
        while (!graph.tree().node(end).children().isEmpty()) {
            end = graph.tree().node(end).children().getFirst();
        }
        Opinion told = Opinion.of(graph.tree().node(end));
        Opinion least = told == null || told == Opinion.UNCLEAR
                ? task.solver() == Side.WHITE ? Opinion.BLACK_BETTER : Opinion.WHITE_BETTER
                : told;
        int apart = opinion.ordinal() - least.ordinal();
        return task.solver() == Side.WHITE ? apart <= 0 : apart >= 0;
    }

    /**
     * The positions on which the marking of refutations hangs and of which nobody has given a verdict yet: after replies that
     * the tree does not have.
     */
    public static List<Position> undecided(Task task, Script script, List<MarkEvidence> evidence) {
        Marker marker = new Marker(task, script, evidence);
        List<Position> undecided = new ArrayList<>();
        task.scheme().wants().forEach(want -> {
            if (want instanceof Want.Refute refute) {
                marker.about(refute.node())
                        .filter(line -> line.plies() >= 2 && !line.line().survives())
                        .map(line -> line.line().positions().get(2))
                        .filter(after -> marker.evidenceOf(after).isEmpty()
                                && marker.graph.tree().node(refute.node()).children().stream()
                                        .noneMatch(child -> marker.graph.key(child) == after.key()))
                        .ifPresent(undecided::add);
            }
        });
        return undecided;
    }

    private Finding answered(Want.Answer answer) {
        if (answer.question() < 1 || answer.question() > task.questions().size()) {
            return Finding.missing(Words.of("mark.unsound"));
        }
        AssessQuestion question = task.questions().get(answer.question() - 1);
        String said = written.answers().getOrDefault(answer.question(), "");
        if (said.isBlank()) {
            return Finding.missing(Words.of("mark.noAnswer", answer.question()));
        }
        return question.isRight(said)
                ? Finding.in(0)
                : Finding.missing(
                        Words.of("mark.otherAnswer", said, String.join(Words.of("mark.or"), question.keys())));
    }

    private Finding playedOut(Want.PlayOut wanted) {
        List<Position> line = script.played().positions();
        if (line.size() == 1) {
            return Finding.missing(Words.of("mark.notPlayed"));
        }
        long own = line.stream()
                .limit(line.size() - 1L)
                .filter(each -> each.sideToMove() == task.solver())
                .count();
        int allowed = task.goal().moves();
        Position last = line.getLast();
        GameStatus status = GameStatus.of(line);
        boolean drawn = status.end() != null && status.end() != GameStatus.End.CHECKMATE
                || !status.claims().isEmpty();
        if (status.end() == GameStatus.End.CHECKMATE) {
            boolean won = last.sideToMove() != task.solver();
            if (!won) {
                return Finding.missing(Words.of("mark.mated"));
            }
            return allowed == 0 || own <= allowed || wanted.goal() == Want.Goal.DRAW
                    ? Finding.in(0)
                    : Finding.missing(Words.of("mark.tooLong", own, allowed));
        }
        if (drawn) {
            return wanted.goal() == Want.Goal.DRAW ? Finding.in(0) : Finding.missing(Words.of("mark.drawn"));
        }
        if (allowed > 0 && own < allowed || allowed == 0) {
            return Finding.missing(Words.of("mark.unfinished", own));
        }
        Optional<MarkEvidence> found = evidenceOf(last);
        if (found.isEmpty()) {
            return Finding.missing(Words.of("mark.noEvidence"));
        }
        used.add(found.get());
        Opinion best = task.solver() == Side.WHITE ? Opinion.WHITE_WINNING : Opinion.BLACK_WINNING;
        boolean reached = wanted.goal() == Want.Goal.WIN
                ? found.get().opinion() == best
                : !isWorse(found.get().opinion());
        return reached
                ? Finding.in(0)
                : Finding.missing(Words.of(
                        "mark.otherEnd",
                        found.get().opinion().text(),
                        found.get().by()));
    }

    /** Whether an opinion says that the solver stands worse; unclear says so too, since nothing is proven. */
    private boolean isWorse(Opinion opinion) {
        if (opinion == Opinion.UNCLEAR) {
            return true;
        }
        int steps = opinion.ordinal() - Opinion.LEVEL.ordinal();
        return task.solver() == Side.WHITE ? steps < 0 : steps > 0;
    }

    // ---- the marked script

    private MarkedScript mark(Points outOf) {
        List<MarkedItem> items =
                task.scheme().items().stream().map(this::marked).toList();
        Map<Integer, Points> byRow = new HashMap<>();
        items.stream()
                .flatMap(MarkedItem::carriers)
                .forEach(item -> byRow.merge(item.row(), item.earned(), Points::plus));
        Points sum = items.stream().map(MarkedItem::earned).reduce(Points.ZERO, Points::plus);
        Points lost = penalty();
        List<MarkedLine> marked = shown.stream()
                .map(line -> new MarkedLine(
                        line.line(),
                        line.plies(),
                        line.why(),
                        leaves(line),
                        byRow.getOrDefault(line.line().row(), Points.ZERO)))
                .toList();
        return new MarkedScript(
                items,
                marked,
                script.choice(),
                written.choice().isBlank() ? null : script.choiceFault(),
                lost,
                sum.less(lost).atMost(outOf),
                outOf,
                List.copyOf(used));
    }

    private Points penalty() {
        List<Move> right = task.scheme().choices();
        boolean missing = script.choice() == null;
        boolean wrong = !right.isEmpty() && (missing ? newRules : !right.contains(script.choice()));
        return wrong ? task.scheme().penalty() : Points.ZERO;
    }

    private int leaves(Counted line) {
        int last = 0;
        for (int i = 0; i <= line.plies(); i++) {
            if (graph.holds(line.line().positions().get(i).key())) {
                last = i;
            }
        }
        return last;
    }

    private MarkedItem marked(Item item) {
        boolean met = item.isMet(this::has);
        Points earned = item.earned(this::has);
        return switch (item) {
            case Item.Single single -> {
                Finding finding = finding(single.want());
                yield new MarkedItem(
                        item, met, earned, finding.row(), met ? earnedReason(item) : finding.text(), List.of());
            }
            case Item.Group group -> {
                List<MarkedItem> parts =
                        group.parts().stream().map(this::marked).toList();
                Optional<MarkedItem> telling = switch (group.way()) {
                    case ALL ->
                        parts.stream()
                                .filter(part -> !part.isMet())
                                .findFirst()
                                .or(() -> parts.stream().max(Comparator.comparingInt(MarkedItem::row)));
                    case ANY ->
                        parts.stream()
                                .filter(MarkedItem::isMet)
                                .findFirst()
                                .or(() -> parts.stream().findFirst());
                    case SUM, BEST ->
                        parts.stream()
                                .filter(part -> !part.earned().isZero())
                                .max(Comparator.comparing(MarkedItem::earned))
                                .or(() -> parts.stream().findFirst());
                };
                String reason = telling.map(MarkedItem::reason).orElse("");
                yield new MarkedItem(
                        item,
                        met,
                        earned,
                        met ? telling.map(MarkedItem::row).orElse(0) : 0,
                        met && !group.way().isOfParts() ? earnedReason(item) : reason,
                        parts);
            }
        };
    }

    /** The scheme's reason, or the name of what was earned. */
    private static String earnedReason(Item item) {
        return item.reason().isEmpty() ? item.label() : item.reason();
    }
}
