package org.zeroply.asking;

import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.function.Consumer;
import org.jspecify.annotations.Nullable;
import org.zeroply.asking.QuestionReport.Emphasis;
import org.zeroply.asking.QuestionReport.Row;
import org.zeroply.defence.DrivingOff;
import org.zeroply.defence.DropsText;
import org.zeroply.defence.Readiness;
import org.zeroply.rules.Piece;
import org.zeroply.rules.PieceType;
import org.zeroply.rules.Position;
import org.zeroply.rules.Square;
import org.zeroply.words.Words;

/** How a strong piece is driven off, and what must be ready first. */
public final class DriveOffQuestion implements CoachQuestion<DriveOffQuestion.Answer> {
    public static final Parameter.Words PIECE = new Parameter.Words("", "question.DRIVE_OFF.typed", true, false);

    /**
     * What is found.
     *
     * @param complete whether every way was gone over
     */
    public record Answer(DrivingOff found, boolean complete) {}

    @Override
    public String key() {
        return "DRIVE_OFF";
    }

    @Override
    public Purpose purpose() {
        return Purpose.ATTACK;
    }

    @Override
    public String command() {
        return "drive";
    }

    @Override
    public String shortcut() {
        return "Alt+Shift+D";
    }

    @Override
    public boolean isAboutPiece() {
        return true;
    }

    @Override
    public List<Parameter<?>> parameters() {
        return List.of(PIECE);
    }

    @Override
    public Outcome<Answer> ask(Asked asked, Consumer<Answer> partial) {
        Position position = asked.position();
        String typed = asked.given().of(PIECE);
        if (position.isCheck()) {
            return new Outcome.Refused<>(Words.of("question.inCheck"));
        }
        if (typed.isEmpty()) {
            return new Outcome.Refused<>(Words.of("question.none"));
        }
        Square square = square(typed);
        Piece piece = square == null ? null : position.pieceAt(square);
        if (square == null
                || piece == null
                || piece.side() == position.sideToMove()
                || piece.type() == PieceType.KING) {
            return new Outcome.Refused<>(Words.of("drive.noPiece", typed));
        }
        DrivingOff found = DrivingOff.of(
                position,
                square,
                asked.language(),
                asked.known(),
                so -> partial.accept(new Answer(so, false)),
                asked.cancel());
        return new Outcome.Found<>(new Answer(found, !asked.cancel().isRequested()));
    }

    /** The square at the end of what was typed: "d4", "Nd4". */
    private static @Nullable Square square(String typed) {
        String end = typed.toLowerCase(Locale.ROOT);
        end = end.substring(Math.max(0, end.length() - 2));
        return end.matches("[a-h][1-8]") ? Square.valueOf(end.toUpperCase(Locale.ROOT)) : null;
    }

    @Override
    public QuestionReport report(Asked asked, Answer answer) {
        DrivingOff found = answer.found();
        Position position = found.position();
        String piece = DropsText.named(position, found.piece());
        List<Row> rows = new ArrayList<>();
        List<Fact> facts = new ArrayList<>();
        for (Readiness way : found.ways()) {
            rows.add(row(asked, position, way));
            facts.add(ReadinessRows.facts(way));
        }
        String headline = found.hangs()
                ? Words.of("drive.hangs", piece)
                : rows.isEmpty() ? Words.of("drive.none", piece) : Words.of("drive.count", piece, rows.size());
        return QuestionReport.of(
                headline,
                answer.complete() ? "" : Words.of("question.soFar"),
                rows,
                Fact.named("piece", found.piece().toString())
                        .with("hangs", found.hangs())
                        .with("ways", new Fact.Many(facts)));
    }

    private static Row row(Asked asked, Position position, Readiness way) {
        String after = way.isReady()
                ? Words.of("drive.now")
                : Words.of(
                        "drive.after",
                        String.join(
                                ", ",
                                Readiness.names(position, way.sets().getFirst().inOrder(), asked.language())));
        return Row.of(
                        way.wish().text(asked.language()),
                        after,
                        way.isReady() ? Emphasis.STRONG : Emphasis.USUAL,
                        way.now() == null ? List.of() : List.of(way.now()))
                .over(true, () -> {
                    List<Row> under = new ArrayList<>();
                    under.add(Row.remark("", ReadinessRows.headline(asked, way), Emphasis.USUAL));
                    under.addAll(ReadinessRows.of(asked, way));
                    return under;
                });
    }
}
