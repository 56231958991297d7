package org.zeroply.desktop.repertoire;

import java.util.List;
import java.util.Objects;
import java.util.Optional;
import javafx.scene.Node;
import org.zeroply.repertoire.Answer;
import org.zeroply.repertoire.Condition;
import org.zeroply.repertoire.Guard;
import org.zeroply.repertoire.GuardCheck;
import org.zeroply.repertoire.Repertoire;
import org.zeroply.repertoire.Situation;
import org.zeroply.rules.Piece;
import org.zeroply.rules.Position;
import org.zeroply.store.GameFilter;

/** The forms of the place, for whoever shows them on a sheet. */
public final class RepertoireForms {
    private RepertoireForms() {}

    /** Which games are counted. */
    public record Counting(Node content, CountForm form) {
        /** Empty if something typed makes no sense, which the form says. */
        public Optional<GameFilter> filter() {
            return form.filter();
        }

        public String inWords() {
            return form.inWords();
        }
    }

    public static Counting counting() {
        CountForm form = new CountForm();
        return new Counting(form, form);
    }

    /** A guard that is edited. */
    public record Guarding(Node content, GuardForm form) {
        /** Empty while something is missing, which the form says. */
        public Optional<Guard> guard() {
            return form.guard();
        }
    }

    /** A form for a guard of an answer: one that is there, or a new one that watches over the answer itself. */
    public static Guarding guarding(RepertoireModel model, Answer answer, Optional<Guard> first) {
        List<Repertoire.Step> way = model.way();
        Situation here = GuardCheck.situation(model.repertoire(), way.subList(0, way.size() - 1));
        Position before = here.position();
        Piece moved = Objects.requireNonNull(before.pieceAt(answer.move().from()));
        Guard shown = first.orElse(new Guard(
                moved.type(),
                answer.move().to(),
                new Condition.Bears(
                        model.repertoire().side(), null, answer.move().to()),
                ""));
        GuardForm form = new GuardForm(here, model.repertoire().side(), shown);
        return new Guarding(form, form);
    }
}
