package org.zeroply.desktop.repertoire;

import java.util.List;
import java.util.Locale;
import java.util.stream.Collectors;
import org.zeroply.desktop.kit.Texts;
import org.zeroply.notation.San;
import org.zeroply.repertoire.Family;
import org.zeroply.repertoire.Guard;
import org.zeroply.repertoire.Soundness;
import org.zeroply.repertoire.Spread;
import org.zeroply.repertoire.Tally;
import org.zeroply.rules.Move;
import org.zeroply.rules.PieceType;
import org.zeroply.rules.Position;
import org.zeroply.rules.Side;
import org.zeroply.rules.Square;
import org.zeroply.rules.SquareSet;

/** Figures and findings of repertoires in words. */
final class RepertoireTexts {
    private RepertoireTexts() {}

    /** Points with a half sign: 18½. */
    static String points(double points) {
        long whole = (long) points;
        return points == whole ? Long.toString(whole) : whole == 0 ? "½" : whole + "½";
    }

    /** "met 31 times, 18½ points (48 to 71 of 100)". */
    static String games(Tally.Played played, Side side) {
        Spread spread = Spread.of(played.points(side), played.decided());
        return Texts.of(
                "card.games.text",
                played.games(),
                points(played.points(side)),
                Math.round(100 * spread.low()),
                Math.round(100 * spread.high()));
    }

    /** "Nd5 only while e4 is guarded by White: otherwise it hangs". */
    static String guard(Guard guard) {
        String letter = guard.piece() == PieceType.PAWN
                ? ""
                : Character.toString(Character.toUpperCase(guard.piece().letter()));
        String text =
                Texts.of("guard.text", letter + guard.to(), guard.condition().inWords());
        return guard.why().isEmpty() ? text : Texts.of("guard.because", text, guard.why());
    }

    /** What an answer costs, and the line that shows it if it is more than the threshold. */
    static String sound(RepertoireModel model, Soundness.Weighed weighed, double threshold) {
        Position before = model.repertoire().node(weighed.node()).position();
        Position after = model.repertoire().node(weighed.answer().to()).position();
        String verdict = weighed.after().step().text();
        if (weighed.loss() < threshold) {
            return weighed.loss() < 0.01
                    ? Texts.of("sound.best", verdict)
                    : Texts.of("sound.small", hundredths(weighed.loss()), verdict);
        }
        return Texts.of(
                "sound.costs",
                hundredths(weighed.loss()),
                line(after, weighed.shown(), model),
                verdict,
                line(before, List.of(weighed.better()), model));
    }

    static String hundredths(double loss) {
        return "." + String.format(Locale.ROOT, "%02d", Math.min(99, Math.round(100 * loss)));
    }

    static String line(Position from, List<Move> moves, RepertoireModel model) {
        return San.line(
                from, moves.stream().limit(4).toList(), model.languageProperty().get());
    }

    /** "White d4 against d5 e6; 3 lines come to it". */
    static String family(Family family) {
        return Texts.of(
                "family.text",
                byFile(family.skeleton().advanced(Side.WHITE)),
                byFile(family.skeleton().advanced(Side.BLACK)),
                family.entries().size());
    }

    /** Squares from the a-file on. */
    private static String byFile(SquareSet squares) {
        return squares.stream().map(Square::toString).sorted().collect(Collectors.joining(" "));
    }
}
