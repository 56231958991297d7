package org.zeroply.desktop.repertoire;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import java.util.function.Function;
import java.util.stream.Stream;
import javafx.geometry.Pos;
import javafx.scene.Node;
import javafx.scene.control.Button;
import javafx.scene.control.CheckBox;
import javafx.scene.control.ChoiceBox;
import javafx.scene.control.Label;
import javafx.scene.control.TextField;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.VBox;
import org.jspecify.annotations.Nullable;
import org.zeroply.desktop.kit.Choices;
import org.zeroply.desktop.kit.Texts;
import org.zeroply.desktop.kit.Widgets;
import org.zeroply.ledger.Factor;
import org.zeroply.ledger.State;
import org.zeroply.repertoire.Condition;
import org.zeroply.repertoire.Condition.Bound;
import org.zeroply.repertoire.Condition.Wing;
import org.zeroply.repertoire.ConditionText;
import org.zeroply.repertoire.Guard;
import org.zeroply.repertoire.Situation;
import org.zeroply.rules.PieceType;
import org.zeroply.rules.Side;
import org.zeroply.rules.Square;

/**
 * A guard, built by picking: which move it watches over, and rows of conditions of which all or one must hold. The text of
 * the whole condition stands below and can be typed as well, for conditions within conditions. Passive.
 */
final class GuardForm extends VBox {
    /** What a row can ask. */
    private enum Ask {
        BEARS,
        STANDS,
        CASTLE,
        PLAYED,
        GAINS,
        MEASURE,
        STATE,
        LEVER
    }

    private static final Optional<PieceType> ANY_MAN = Optional.empty();

    private final Situation here;
    private final Side ours;
    private final ChoiceBox<PieceType> piece =
            Choices.of(List.of(PieceType.values()), type -> Texts.of("piece." + type));
    private final TextField to = square("guard-to");
    private final TextField why = new TextField();
    private final ChoiceBox<Boolean> all =
            Choices.of(List.of(Boolean.TRUE, Boolean.FALSE), each -> Texts.of(each ? "guard.all" : "guard.any"));
    private final VBox rows = new VBox(5);
    private final TextField text = new TextField();
    private final Label words = Widgets.wrapped("guard-words");
    private final Label answer = Widgets.wrapped("soft");
    private boolean filling;

    /**
     * @param here the position before the guarded answer, to say whether the condition holds there
     * @param first what is shown at first
     */
    GuardForm(Situation here, Side ours, Guard first) {
        super(9);
        this.here = here;
        this.ours = ours;
        setPrefWidth(680);
        piece.setId("guard-piece");
        why.setId("guard-why");
        why.setPromptText(Texts.of("guard.why.prompt"));
        HBox.setHgrow(why, Priority.ALWAYS);
        all.setId("guard-all");
        text.setId("guard-condition");
        text.setAccessibleText(Texts.of("guard.condition"));
        words.setId("guard-words");
        answer.setId("guard-answer");
        Button add = new Button(Texts.of("guard.add"));
        add.setId("guard-add");
        add.setOnAction(event -> {
            rows.getChildren().add(new Row(new Condition.Bears(ours, null, Square.E4)));
            changed();
        });
        HBox move = line(new Label(Texts.of("guard.move")), piece, new Label(Texts.of("guard.to")), to);
        HBox combine = line(new Label(Texts.of("guard.only")), all);
        getChildren()
                .addAll(
                        move,
                        combine,
                        rows,
                        add,
                        new Label(Texts.of("guard.text.label")),
                        text,
                        words,
                        answer,
                        line(new Label(Texts.of("guard.why")), why));
        piece.setValue(first.piece());
        to.setText(first.to().toString());
        why.setText(first.why());
        fill(first.condition());
        text.setText(ConditionText.sentence(first.condition()));
        tell();
        all.valueProperty().subscribe((before, now) -> changed());
        to.textProperty().subscribe((before, now) -> tell());
        text.textProperty().subscribe((before, now) -> {
            if (!filling && ConditionText.read(now) instanceof ConditionText.Reading.Read read) {
                fill(read.condition());
            }
            tell();
        });
    }

    private static HBox line(Node... parts) {
        HBox line = new HBox(8, parts);
        line.setAlignment(Pos.CENTER_LEFT);
        return line;
    }

    private static TextField square(String id) {
        TextField field = new TextField();
        field.setId(id);
        field.setPrefColumnCount(3);
        field.setPromptText("e4");
        return field;
    }

    /** The guard as it stands; empty while something is missing, which the form says. */
    Optional<Guard> guard() {
        Square target = Square.parse(to.getText().strip());
        return target != null && ConditionText.read(text.getText()) instanceof ConditionText.Reading.Read read
                ? Optional.of(new Guard(piece.getValue(), target, read.condition(), why.getText()))
                : Optional.empty();
    }

    // ---- from a condition to rows

    private void fill(Condition condition) {
        filling = true;
        try {
            List<Condition> parts = switch (condition) {
                case Condition.All some -> some.parts();
                case Condition.Any some -> some.parts();
                case Condition other -> List.of(other);
            };
            boolean flat = parts.stream().allMatch(GuardForm::isSimple);
            if (parts.size() > 1) {
                all.setValue(condition instanceof Condition.All);
            }
            rows.getChildren().clear();
            if (flat) {
                parts.forEach(part -> rows.getChildren().add(new Row(part)));
            } else {
                rows.getChildren().add(new Label(Texts.of("guard.nested")));
            }
        } finally {
            filling = false;
        }
    }

    private static boolean isSimple(Condition condition) {
        return switch (condition) {
            case Condition.All some -> false;
            case Condition.Any some -> false;
            case Condition.Not not -> !(not.part() instanceof Condition.Not) && isSimple(not.part());
            case Condition other -> true;
        };
    }

    // ---- from rows to the text

    private void changed() {
        if (filling) {
            return;
        }
        List<Condition> parts = new ArrayList<>();
        for (Node node : rows.getChildren()) {
            if (node instanceof Row row) {
                Condition part = row.condition();
                if (part == null) {
                    tell();
                    return;
                }
                parts.add(part);
            }
        }
        if (parts.isEmpty()) {
            return;
        }
        Condition whole = parts.size() == 1
                ? parts.getFirst()
                : all.getValue() ? new Condition.All(parts) : new Condition.Any(parts);
        filling = true;
        try {
            text.setText(ConditionText.sentence(whole));
        } finally {
            filling = false;
        }
        tell();
    }

    private void tell() {
        switch (ConditionText.read(text.getText())) {
            case ConditionText.Reading.Read read -> {
                words.setText(read.condition().inWords());
                answer.setText(Texts.of(
                        Square.parse(to.getText().strip()) == null
                                ? "guard.noSquare"
                                : read.condition().holds(here) ? "guard.holds" : "guard.fails"));
            }
            case ConditionText.Reading.Refused refused -> {
                words.setText("");
                answer.setText(Texts.of("linePad.reason", refused.column(), refused.reason()));
            }
        }
    }

    /** One condition. */
    private final class Row extends HBox {
        private final CheckBox not = new CheckBox(Texts.of("guard.not"));
        private final ChoiceBox<Ask> ask = Choices.of(List.of(Ask.values()), each -> Texts.of("guard.ask." + each));
        private final ChoiceBox<Side> side = Choices.of(List.of(Side.values()), each -> Texts.of("side." + each));
        private final ChoiceBox<Optional<PieceType>> man = Choices.of(
                Stream.concat(
                                Stream.of(ANY_MAN),
                                Arrays.stream(PieceType.values()).map(Optional::of))
                        .toList(),
                each -> each.map(type -> Texts.of("piece." + type)).orElse(Texts.of("guard.anyMan")));
        private final TextField square = square("");
        private final TextField from = square("");
        private final ChoiceBox<Wing> wing = Choices.of(List.of(Wing.values()), each -> Texts.of("guard.wing." + each));
        private final ChoiceBox<Bound> bound =
                Choices.of(List.of(Bound.values()), each -> Texts.of("guard.bound." + each));
        private final TextField limit = new TextField("0");
        private final ChoiceBox<Factor> factor = Choices.of(List.of(Factor.values()), Factor::title);
        private final ChoiceBox<State> state = Choices.of(List.of(State.values()), State::title);
        private final HBox fields = new HBox(5);
        private final Button remove = new Button(Texts.of("guard.remove"));

        Row(Condition first) {
            super(6);
            setAlignment(Pos.CENTER_LEFT);
            getStyleClass().add("guard-row");
            limit.setPrefColumnCount(3);
            fields.setAlignment(Pos.CENTER_LEFT);
            HBox.setHgrow(fields, Priority.ALWAYS);
            factor.setPrefWidth(170);
            remove.getStyleClass().add("quiet-button");
            remove.setOnAction(event -> {
                rows.getChildren().remove(this);
                changed();
            });
            side.setValue(ours);
            show(first);
            for (ChoiceBox<?> box : List.of(ask, side, man, wing, bound, factor, state)) {
                box.valueProperty().subscribe((before, now) -> {
                    arrange();
                    changed();
                });
            }
            for (TextField field : List.of(square, from, limit)) {
                field.textProperty().subscribe((before, now) -> changed());
            }
            not.setOnAction(event -> changed());
            getChildren().addAll(not, ask, fields, remove);
            arrange();
        }

        private void show(Condition condition) {
            switch (condition) {
                case Condition.Bears c -> set(Ask.BEARS, c.side(), Optional.ofNullable(c.piece()), c.square());
                case Condition.Stands c -> set(Ask.STANDS, c.side(), Optional.ofNullable(c.piece()), c.square());
                case Condition.MayCastle c -> {
                    set(Ask.CASTLE, c.side(), ANY_MAN, null);
                    wing.setValue(c.wing());
                }
                case Condition.Played c -> set(Ask.PLAYED, c.side(), Optional.of(c.piece()), c.square());
                case Condition.Gains c -> {
                    set(Ask.GAINS, c.first(), ANY_MAN, c.square());
                    bound.setValue(c.bound());
                    limit.setText(Integer.toString(c.pawns()));
                }
                case Condition.Measure c -> {
                    set(Ask.MEASURE, c.side(), ANY_MAN, null);
                    factor.setValue(c.factor());
                    bound.setValue(c.bound());
                    limit.setText(Integer.toString(c.limit()));
                }
                case Condition.Lever c -> {
                    set(Ask.LEVER, c.side(), ANY_MAN, c.to());
                    from.setText(c.from().toString());
                }
                case Condition.Not c -> {
                    show(c.part());
                    not.setSelected(true);
                }
                case Condition.Is c -> {
                    set(Ask.STATE, c.side(), ANY_MAN, null);
                    factor.setValue(c.factor());
                    state.setValue(c.state());
                }
                case Condition.All c -> throw new IllegalArgumentException("not for a row: " + c);
                case Condition.Any c -> throw new IllegalArgumentException("not for a row: " + c);
            }
        }

        private void set(Ask what, Side whose, Optional<PieceType> which, @Nullable Square where) {
            ask.setValue(what);
            side.setValue(whose);
            man.setValue(which);
            square.setText(where == null ? "" : where.toString());
        }

        private void arrange() {
            Function<String, Label> word = key -> new Label(Texts.of("guard.word." + key));
            List<Node> wanted = switch (ask.getValue()) {
                case BEARS -> List.of(side, man, word.apply("on"), square);
                case STANDS -> List.of(side, man, word.apply("on"), square);
                case CASTLE -> List.of(side, wing);
                case PLAYED -> List.of(side, man, word.apply("to"), square);
                case GAINS -> List.of(side, word.apply("on"), square, bound, limit, word.apply("pawns"));
                case MEASURE -> List.of(factor, side, bound, limit);
                case STATE -> List.of(factor, side, word.apply("is"), state);
                case LEVER -> List.of(side, from, word.apply("to"), square);
            };
            fields.getChildren().setAll(wanted);
        }

        /** What the row asks; null while something is missing. */
        private @Nullable Condition condition() {
            Square where = Square.parse(square.getText().strip());
            Square origin = Square.parse(from.getText().strip());
            boolean number = limit.getText().strip().matches("-?\\d{1,4}");
            int figure = number ? Integer.parseInt(limit.getText().strip()) : 0;
            Side whose = side.getValue();
            PieceType which = man.getValue().orElse(null);
            Condition plain = switch (ask.getValue()) {
                case BEARS -> where == null ? null : new Condition.Bears(whose, which, where);
                case STANDS -> where == null ? null : new Condition.Stands(whose, which, where);
                case CASTLE -> new Condition.MayCastle(whose, wing.getValue());
                case PLAYED ->
                    where == null ? null : new Condition.Played(whose, which == null ? PieceType.PAWN : which, where);
                case GAINS ->
                    where == null || !number ? null : new Condition.Gains(whose, where, bound.getValue(), figure);
                case MEASURE ->
                    number ? new Condition.Measure(factor.getValue(), whose, bound.getValue(), figure) : null;
                case STATE -> new Condition.Is(factor.getValue(), whose, state.getValue());
                case LEVER -> where == null || origin == null ? null : new Condition.Lever(whose, origin, where);
            };
            return plain != null && not.isSelected() ? new Condition.Not(plain) : plain;
        }
    }
}
