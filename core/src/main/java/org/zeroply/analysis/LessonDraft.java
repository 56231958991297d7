package org.zeroply.analysis;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.EnumMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.zeroply.gametree.CoachRemarks;
import org.zeroply.gametree.CurtainAnswer;
import org.zeroply.gametree.Game;
import org.zeroply.gametree.GameDate;
import org.zeroply.gametree.GameNode;
import org.zeroply.gametree.GameTree;
import org.zeroply.gametree.OwnMark;
import org.zeroply.notation.Language;
import org.zeroply.notation.MoveNames;
import org.zeroply.notation.San;
import org.zeroply.opening.Openings;
import org.zeroply.rules.Move;
import org.zeroply.rules.Position;
import org.zeroply.rules.Side;
import org.zeroply.search.Verdict;
import org.zeroply.words.Words;

/**
 * The first wording of a lesson report, from a judged game. What the coach said of a move leads: note, verdict and cause
 * come before what was worked out. Shown at first are the moments that the coach chose, or else the student's critical
 * moments, dearest drift and two best praises.
 */
public final class LessonDraft {
    private static final int MOST_PRAISE = 2;
    private static final int MOST_DIFFERENCES = 2;
    private static final int MOST_ADVICE = 3;
    private static final int LONGEST_OPENING = 40;

    private final Game game;
    private final Judgement judgement;
    private final GameTree tree;
    private final List<Integer> main;
    private final Language language;
    private final Side student;
    private final Set<Integer> chosen;

    private LessonDraft(Game game, Judgement judgement, Side student, Language language) {
        this.game = game;
        this.judgement = judgement;
        this.student = student;
        this.language = language;
        tree = game.tree();
        main = tree.mainLine();
        chosen = new HashSet<>(LessonReport.chosen(tree));
    }

    /**
     * @param judgement of the game's main line
     * @param firstNew half-moves to the first move that no earlier game has; empty if that is not known
     * @param language whose piece letters name the moves
     */
    public static LessonReport of(
            Game game, Judgement judgement, Side student, Optional<Integer> firstNew, Language language) {
        return new LessonDraft(game, judgement, student, language).report(firstNew);
    }

    private LessonReport report(Optional<Integer> firstNew) {
        return new LessonReport(
                student,
                Words.of("lesson.title", name(student)),
                occasion(),
                opening(firstNew),
                summary(),
                items(),
                tree.root().after(),
                train());
    }

    private String name(Side side) {
        String name = game.tags().known(side == Side.WHITE ? "White" : "Black");
        return name.isEmpty() ? Words.of("side." + side) : name;
    }

    private String occasion() {
        String result = game.tags().known("Result");
        return Stream.of(
                        name(Side.WHITE) + " – " + name(Side.BLACK),
                        game.tags().known("Event"),
                        game.tags().known("Site"),
                        GameDate.shown(game.tags().known("Date")),
                        result.isEmpty() ? game.result().text() : result)
                .filter(text -> !text.isBlank())
                .distinct()
                .collect(Collectors.joining(", "));
    }

    private String opening(Optional<Integer> firstNew) {
        List<Position> line = tree.positionsAlong(main.subList(0, Math.min(LONGEST_OPENING, main.size())));
        String name = Openings.catalogue()
                .place(line)
                .map(place -> place.ply() == 0
                        ? place.name()
                        : Words.of("lesson.opening", place.name(), move(place.ply() - 1)))
                .orElse("");
        String fresh = firstNew.filter(ply -> ply < main.size())
                .map(ply -> Words.of("lesson.new", move(ply)))
                .orElse("");
        return Stream.of(name, fresh).filter(text -> !text.isEmpty()).collect(Collectors.joining(" "));
    }

    private String summary() {
        int turning =
                (int) judgement.turningPoints().stream().filter(this::isOurs).count();
        int praised = (int) judgement.praise().stream()
                .filter(praise -> isOurs(praise.first()))
                .count();
        List<String> said = new ArrayList<>();
        if (!judgement.moves().isEmpty()) {
            said.add(Words.of(
                    "lesson.summary",
                    name(student),
                    GameAccount.of(judgement, student).inWords()));
        }
        if (turning > 0) {
            said.add(Words.of("lesson.turningPoints", turning));
        }
        if (praised > 0) {
            said.add(Words.of("lesson.praised", praised));
        }
        UnclaimedDraw.in(tree.positionsAlong(main), game.result()).stream()
                .filter(draw -> draw.ply() > 0 && draw.claimant() == student)
                .forEach(draw -> said.add(draw.inWords(move(draw.ply() - 1))));
        return String.join(" ", said);
    }

    private boolean isOurs(Judgement.Judged move) {
        return move.side() == student;
    }

    /** A move of the main line with its number. */
    private String move(int ply) {
        return San.line(
                tree.positionAt(tree.node(main.get(ply)).parent()),
                List.of(tree.node(main.get(ply)).played()),
                language);
    }

    // ---- moments

    private List<LessonReport.Item> items() {
        List<LessonReport.Item> items = new ArrayList<>();
        Set<Judgement.Judged> critical =
                judgement.turningPoints().stream().filter(this::isOurs).limit(3).collect(Collectors.toSet());
        for (Judgement.Judged move : judgement.turningPoints()) {
            items.add(turning(move).shown(isShown(move.ply(), critical.contains(move))));
        }
        drifts(items);
        List<Praise> best = judgement.praise().stream()
                .filter(praise -> isOurs(praise.first()))
                .sorted(Comparator.comparingDouble(Praise::gain).reversed())
                .limit(MOST_PRAISE)
                .toList();
        for (Praise praise : judgement.praise()) {
            items.add(praise(praise)
                    .shown(isShown(praise.first().ply(), false) || chosen.isEmpty() && best.contains(praise)));
        }
        Set<Integer> told = items.stream().map(LessonReport.Item::ply).collect(Collectors.toSet());
        chosen.stream()
                .filter(ply -> !told.contains(ply) && ply < judgement.moves().size())
                .forEach(ply -> items.add(item(
                        LessonReport.Kind.CHOSEN,
                        judgement.moves().get(ply),
                        List.of(),
                        move(ply),
                        coachSays(judgement.moves().get(ply)))));
        items.sort(Comparator.comparingInt(LessonReport.Item::ply));
        return unique(items);
    }

    /** Of two about the same, such as a hard move that begins a plan, the first; an item is known by its kind and move. */
    private static List<LessonReport.Item> unique(List<LessonReport.Item> items) {
        List<LessonReport.Item> once = new ArrayList<>();
        for (LessonReport.Item item : items) {
            if (once.stream().noneMatch(other -> other.isSameAs(item.kind(), item.ply()))) {
                once.add(item);
            }
        }
        return once;
    }

    private boolean isShown(int ply, boolean otherwise) {
        return chosen.isEmpty() ? otherwise : chosen.contains(ply);
    }

    private LessonReport.Item item(
            LessonReport.Kind kind, Judgement.Judged at, List<Move> better, String heading, List<String> text) {
        return new LessonReport.Item(
                kind,
                at.ply(),
                true,
                at.before().position(),
                at.move(),
                better,
                heading,
                String.join("\n", text),
                marks(at.ply()));
    }

    /** What is drawn before a move. */
    private List<OwnMark> marks(int ply) {
        int node = ply == 0 ? GameTree.ROOT : main.get(ply - 1);
        return CoachRemarks.of(tree.node(node)).marks();
    }

    private LessonReport.Item turning(Judgement.Judged move) {
        TurningPoint point = TurningPoint.of(move);
        List<String> text = coachSays(move);
        if (!point.better().isEmpty()) {
            text.add(Words.of(
                    "lesson.better",
                    San.line(move.before().position(), point.better(), language),
                    move.before().grounds().text()));
        }
        if (!point.refutation().isEmpty()) {
            text.add(Words.of("lesson.follows", San.line(move.after().position(), point.refutation(), language)));
        }
        judgement.missed().stream()
                .filter(chance -> chance.move().equals(move))
                .forEach(chance -> text.add(hard(chance)));
        if (remarks(move).cause().isEmpty()) {
            Cause.of(move)
                    .ifPresent(cause -> text.add(Words.of(
                            "lesson.cause",
                            cause.kind().text(),
                            cause.evidence(move.before().position(), language))));
        }
        point.differences(language).stream().limit(MOST_DIFFERENCES).forEach(text::add);
        return item(
                LessonReport.Kind.TURNING,
                move,
                point.better(),
                Words.of("lesson.turning", move(move.ply()), Words.share(move.loss())),
                text);
    }

    private String hard(MissedChance chance) {
        String kinds = chance.kinds().stream().map(MissedChance.Kind::text).collect(Collectors.joining(", "));
        Move tempting = chance.hardness().tempting();
        String hard = kinds.isEmpty() ? Words.of("lesson.hard") : Words.of("lesson.hard.kinds", kinds);
        return tempting == null
                ? hard
                : hard + " "
                        + Words.of(
                                "lesson.tempting",
                                San.write(chance.move().before().position(), tempting, language));
    }

    private CoachRemarks remarks(Judgement.Judged move) {
        return CoachRemarks.of(tree.node(main.get(move.ply())));
    }

    /** Note, verdict and cause, and the candidates of the position before, as far as the coach gave them. */
    private List<String> coachSays(Judgement.Judged move) {
        List<String> said = new ArrayList<>();
        GameNode node = tree.node(main.get(move.ply()));
        node.after().lines().filter(line -> !line.isBlank()).forEach(said::add);
        CurtainAnswer.of(node).forEach(answer -> said.add(answered(move, answer)));
        Verdict.Step stated = LineCheck.stated(node);
        if (stated != null) {
            said.add(Words.of("lesson.verdict", stated.text()));
        }
        CoachRemarks remarks = CoachRemarks.of(node);
        if (!remarks.cause().isEmpty()) {
            said.add(Words.of("lesson.cause.own", remarks.cause()));
        }
        List<CoachRemarks.CandidateNote> candidates =
                CoachRemarks.of(tree.node(node.parent())).candidates();
        if (!candidates.isEmpty()) {
            said.add(Words.of(
                    "lesson.candidates",
                    candidates.stream().map(note -> candidate(move, note)).collect(Collectors.joining("; "))));
        }
        return said;
    }

    /** What was said under the curtain, and whether it was played or was best. */
    private String answered(Judgement.Judged move, CurtainAnswer answer) {
        Position position = move.before().position();
        Move read = San.read(position, answer.move());
        String who = answer.student().isEmpty() ? Words.of("lesson.somebody") : answer.student();
        String what = Words.of(
                "lesson.said",
                who,
                read == null ? answer.move() : MoveNames.of(position, read, language),
                answer.reason().isEmpty() ? "" : ": " + answer.reason());
        String became = move.move().equals(read)
                ? Words.of("lesson.said.played")
                : !move.before().best().isEmpty()
                                && move.before().best().getFirst().equals(read)
                        ? Words.of("lesson.said.best")
                        : "";
        return (what + " " + became).strip();
    }

    private String candidate(Judgement.Judged move, CoachRemarks.CandidateNote note) {
        Position position = move.before().position();
        Move read = San.read(position, note.move());
        String name = read == null ? note.move() : San.write(position, read, language);
        String decided = Words.of(note.isKept() ? "lesson.kept" : "lesson.rejected", name);
        return note.reason().isEmpty() ? decided : decided + " (" + note.reason() + ")";
    }

    private void drifts(List<LessonReport.Item> items) {
        List<MarkedDrift> marked = MarkedDrift.in(judgement, tree, main);
        for (MarkedDrift drift : marked) {
            boolean ours = drift.span().side() == student;
            String words =
                    drift.root() < drift.span().first().ply() ? Words.of("lesson.drift.root", move(drift.root())) : "";
            items.add(drift(
                            drift.span(),
                            Stream.of(drift.text(), words)
                                    .filter(text -> !text.isEmpty())
                                    .toList())
                    .shown(ours));
        }
        Optional<Judgement.Drift> dearest = judgement.drifts().stream()
                .filter(drift -> drift.side() == student)
                .max(Comparator.comparingDouble(Judgement.Drift::loss));
        for (Judgement.Drift drift : judgement.drifts()) {
            int ply = drift.first().ply();
            // What the coach marked from the same move says it better.
            if (marked.stream().noneMatch(each -> each.span().first().ply() == ply)) {
                boolean ours = chosen.isEmpty()
                        && marked.isEmpty()
                        && dearest.filter(drift::equals).isPresent();
                items.add(drift(drift, List.of()).shown(isShown(ply, ours)));
            }
        }
    }

    private LessonReport.Item drift(Judgement.Drift drift, List<String> words) {
        List<String> text = new ArrayList<>(words);
        // A span that the coach marked may have a turning point in it.
        text.add(judgement.turningPoints().stream()
                .filter(drift::covers)
                .findFirst()
                .map(turning ->
                        Words.of("lesson.drift.most", Words.share(drift.loss()), drift.moves(), move(turning.ply())))
                .orElseGet(() -> Words.of("lesson.drift.text", Words.share(drift.loss()), drift.moves())));
        text.addAll(TurningPoint.changes(drift));
        return item(
                LessonReport.Kind.DRIFT,
                drift.first(),
                List.of(),
                Words.of(
                        "lesson.drift",
                        Words.of("side." + drift.side()),
                        move(drift.first().ply()),
                        move(drift.last().ply())),
                text);
    }

    private LessonReport.Item praise(Praise praise) {
        boolean plan = praise.kind() == Praise.Kind.PLAN;
        List<String> text = coachSays(praise.first());
        text.add(Words.of(plan ? "lesson.praise.won" : "lesson.praise.else", Words.share(praise.gain())));
        String moves = plan
                ? Words.of(
                        "lesson.praise.moves",
                        move(praise.first().ply()),
                        move(praise.last().ply()))
                : move(praise.first().ply());
        return item(
                LessonReport.Kind.PRAISE,
                praise.first(),
                List.of(),
                Words.of("lesson.praise", praise.kind().text(), moves),
                text);
    }

    // ---- what to train

    /** Advice for the causes that cost the student most, and for the kinds of moves that were missed. */
    private String train() {
        Map<Cause.Kind, Double> causes = new EnumMap<>(Cause.Kind.class);
        for (Judgement.Judged move : judgement.turningPoints()) {
            if (isOurs(move)) {
                Cause.of(move).ifPresent(cause -> causes.merge(cause.kind(), move.loss(), Double::sum));
            }
        }
        Stream<String> byCause = causes.entrySet().stream()
                .sorted(Map.Entry.<Cause.Kind, Double>comparingByValue().reversed())
                .map(entry -> Words.of(
                        "lesson.train." + entry.getKey(), entry.getKey().text(), Words.share(entry.getValue())));
        Stream<String> byKind = judgement.missed().stream()
                .filter(chance -> isOurs(chance.move()))
                .flatMap(chance -> chance.kinds().stream())
                .distinct()
                .sorted()
                .map(kind -> Words.of("lesson.train.missed", kind.text()));
        boolean hurried = judgement.turningPoints().stream()
                .anyMatch(move -> isOurs(move) && move.hurried().isPresent());
        Stream<String> byClock = hurried ? Stream.of(Words.of("lesson.train.time")) : Stream.of();
        boolean unexplained =
                causes.isEmpty() && judgement.turningPoints().stream().anyMatch(this::isOurs);
        Stream<String> byNone = unexplained ? Stream.of(Words.of("lesson.train.none")) : Stream.of();
        return Stream.of(byCause.limit(MOST_ADVICE), byClock, byKind.limit(1), byNone)
                .flatMap(each -> each)
                .collect(Collectors.joining("\n"));
    }
}
