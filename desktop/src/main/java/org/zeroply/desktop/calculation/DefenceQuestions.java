package org.zeroply.desktop.calculation;

import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.function.Consumer;
import org.jspecify.annotations.Nullable;
import org.zeroply.defence.DrivingOff;
import org.zeroply.defence.Elimination;
import org.zeroply.defence.Parries;
import org.zeroply.defence.Pin;
import org.zeroply.defence.PinEscape;
import org.zeroply.defence.Plan;
import org.zeroply.defence.Readiness;
import org.zeroply.defence.Wish;
import org.zeroply.desktop.kit.Texts;
import org.zeroply.ending.ExactEndings;
import org.zeroply.notation.Language;
import org.zeroply.notation.San;
import org.zeroply.reading.Entry;
import org.zeroply.reading.Factor;
import org.zeroply.reading.SearchedReading;
import org.zeroply.rules.Move;
import org.zeroply.rules.Piece;
import org.zeroply.rules.PieceType;
import org.zeroply.rules.Position;
import org.zeroply.rules.Square;
import org.zeroply.search.Threat;
import org.zeroply.search.Threats;
import org.zeroply.task.DefenceTasks;
import org.zeroply.task.Task;
import org.zeroply.work.Cancel;

/** The questions about defence and readiness, asked of one position with what was typed. Runs beside the interface. */
final class DefenceQuestions {
    private final Position position;
    private final Task.@Nullable LastMove last;
    private final Language language;
    private final String typed;
    private final int sets;
    private final ExactEndings endings;
    private final DefenceAnswers answers;
    private final Answers usual;

    /**
     * @param sets the most quiet moves that may be needed before a move
     * @param last the move that led to the position; null at the start of a game
     */
    DefenceQuestions(
            Position position,
            int node,
            Task.@Nullable LastMove last,
            Language language,
            String typed,
            int sets,
            ExactEndings endings) {
        this.sets = sets;
        this.last = last;
        this.position = position;
        this.language = language;
        this.typed = typed;
        this.endings = endings;
        answers = new DefenceAnswers(node, language);
        usual = new Answers(node, language);
    }

    Answer ask(CoachQuestion question, Consumer<Answer> told, Cancel cancel) {
        boolean needsFreeHand = question == CoachQuestion.READY
                || question == CoachQuestion.PLAN
                || question == CoachQuestion.DRIVE_OFF;
        if (position.isCheck() && needsFreeHand) {
            return usual.refused(question, position, Texts.of("question.inCheck"));
        }
        return switch (question) {
            case PARRIES -> parries(told, cancel);
            case ELIMINATE -> eliminate(told, cancel);
            case PINS -> pins(cancel);
            case READY -> ready(told, cancel);
            case PLAN -> plan(cancel);
            case DRIVE_OFF -> driveOff(told, cancel);
            case FROZEN -> frozen(cancel);
            case MATE, EVERY_MOVE, CHECKS, LINE, TURN, FORCED, ENDING ->
                throw new IllegalArgumentException("not a question about defence: " + question);
        };
    }

    private Answer parries(Consumer<Answer> told, Cancel cancel) {
        Threat threat;
        if (typed.isEmpty()) {
            List<Threat> threats = new Threats().against(position, cancel);
            if (threats.isEmpty()) {
                return answers.noThreat(position);
            }
            threat = threats.getFirst();
        } else {
            if (position.isCheck()) {
                return usual.refused(CoachQuestion.PARRIES, position, Texts.of("parries.inCheck"));
            }
            Move move = read(position.play(Move.PASS), typed);
            if (move == null) {
                return usual.refused(CoachQuestion.PARRIES, position, Texts.of("parries.noMove", typed));
            }
            Optional<Threat> named = Parries.named(position, move, cancel);
            if (named.isEmpty()) {
                return usual.refused(CoachQuestion.PARRIES, position, Texts.of("parries.harmless", typed));
            }
            threat = named.get();
        }
        Parries found = Parries.of(position, threat, partial -> told.accept(answers.parries(partial)), cancel);
        Answer answer = answers.parries(found);
        return found.complete() && !found.meeting().isEmpty()
                ? answer.withTask(DefenceTasks.parry(found, last))
                : answer;
    }

    /** A move by its name in the coach's language or in English. */
    private @Nullable Move read(Position here, String name) {
        Move move = San.read(here, name);
        if (move != null) {
            return move;
        }
        return here.legalMoves().stream()
                .filter(each ->
                        San.write(here, each, language).replaceAll("[+#]", "").equals(name.replaceAll("[+#]", "")))
                .findFirst()
                .orElse(null);
    }

    private Answer eliminate(Consumer<Answer> told, Cancel cancel) {
        List<Move> candidates = new ArrayList<>();
        for (String name : words()) {
            Move move = read(position, name);
            if (move == null) {
                return usual.refused(CoachQuestion.ELIMINATE, position, Texts.of("eliminate.noMove", name));
            }
            candidates.add(move);
        }
        Elimination found = Elimination.of(
                position, candidates, endings, partial -> told.accept(answers.elimination(partial)), cancel);
        Answer answer = answers.elimination(found);
        return found.complete() && found.tried().size() > 1
                ? answer.withTask(DefenceTasks.eliminate(found, last))
                : answer;
    }

    /** What was typed, without move numbers. */
    private List<String> words() {
        List<String> words = new ArrayList<>();
        for (String word : typed.split("[\\s,;]+")) {
            String name = word.replaceFirst("^\\d+\\.+", "");
            if (!name.isEmpty()) {
                words.add(name);
            }
        }
        return words;
    }

    private Answer pins(Cancel cancel) {
        List<PinEscape> escapes = new ArrayList<>();
        for (Pin pin : Pin.of(position, position.sideToMove())) {
            escapes.add(PinEscape.of(position, pin, cancel));
        }
        return answers.pins(position, escapes);
    }

    private Answer ready(Consumer<Answer> told, Cancel cancel) {
        if (typed.isEmpty()) {
            return usual.refused(CoachQuestion.READY, position, Texts.of("question.none"));
        }
        Optional<Wish> wish = Wish.read(position, typed, language);
        if (wish.isEmpty()) {
            return usual.refused(CoachQuestion.READY, position, Texts.of("ready.noMove", typed));
        }
        return answers.readiness(Readiness.of(
                position, wish.get(), sets, language, partial -> told.accept(answers.readiness(partial)), cancel));
    }

    private Answer plan(Cancel cancel) {
        if (typed.isEmpty()) {
            return usual.refused(CoachQuestion.PLAN, position, Texts.of("question.none"));
        }
        List<Move> moves = new ArrayList<>();
        Position here = position;
        for (String name : words()) {
            if (here.sideToMove() != position.sideToMove()) {
                return usual.refused(CoachQuestion.PLAN, position, Texts.of("plan.check", name));
            }
            Move move = read(here, name);
            if (move == null) {
                return usual.refused(CoachQuestion.PLAN, position, Texts.of("plan.noMove", name));
            }
            moves.add(move);
            Position next = here.play(move);
            here = next.isCheck() ? next : next.play(Move.PASS);
        }
        return answers.plan(Plan.of(position, moves, cancel));
    }

    private Answer driveOff(Consumer<Answer> told, Cancel cancel) {
        if (typed.isEmpty()) {
            return usual.refused(CoachQuestion.DRIVE_OFF, position, Texts.of("question.none"));
        }
        Square square = square();
        Piece man = square == null ? null : position.pieceAt(square);
        if (square == null || man == null || man.side() == position.sideToMove() || man.type() == PieceType.KING) {
            return usual.refused(CoachQuestion.DRIVE_OFF, position, Texts.of("drive.noPiece", typed));
        }
        DrivingOff found = DrivingOff.of(
                position, square, language, partial -> told.accept(answers.drivingOff(partial, false)), cancel);
        return answers.drivingOff(found, !cancel.isWished());
    }

    /** The square at the end of what was typed: "d4", "Nd4". */
    private @Nullable Square square() {
        String end = typed.toLowerCase(Locale.ROOT);
        end = end.substring(Math.max(0, end.length() - 2));
        return end.matches("[a-h][1-8]") ? Square.valueOf(end.toUpperCase(Locale.ROOT)) : null;
    }

    private Answer frozen(Cancel cancel) {
        List<Entry> entries = new SearchedReading()
                .read(position, language, cancel).stream()
                        .filter(entry -> entry.factor() == Factor.FROZEN
                                || entry.factor() == Factor.OVERLOADED
                                || entry.factor() == Factor.DUTIES
                                || entry.factor() == Factor.SQUARE_PINS)
                        .toList();
        return answers.frozen(position, entries);
    }
}
