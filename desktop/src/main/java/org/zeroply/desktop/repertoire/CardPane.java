package org.zeroply.desktop.repertoire;

import java.util.ArrayList;
import java.util.EnumMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.BiConsumer;
import java.util.function.Consumer;
import java.util.function.UnaryOperator;
import javafx.geometry.Pos;
import javafx.scene.Node;
import javafx.scene.control.Button;
import javafx.scene.control.CheckBox;
import javafx.scene.control.ChoiceBox;
import javafx.scene.control.ComboBox;
import javafx.scene.control.Label;
import javafx.scene.control.ScrollPane;
import javafx.scene.control.TextArea;
import javafx.scene.control.TextField;
import javafx.scene.control.TextInputControl;
import javafx.scene.control.ToggleButton;
import javafx.scene.control.Tooltip;
import javafx.scene.layout.FlowPane;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.Region;
import javafx.scene.layout.VBox;
import org.zeroply.desktop.board.BoardView;
import org.zeroply.desktop.board.DrawingHand;
import org.zeroply.desktop.board.PencilBar;
import org.zeroply.desktop.flow.Chances;
import org.zeroply.desktop.flow.RangeRibbon;
import org.zeroply.desktop.kit.Choices;
import org.zeroply.desktop.kit.EmptyField;
import org.zeroply.desktop.kit.LineField;
import org.zeroply.desktop.kit.Texts;
import org.zeroply.desktop.kit.TypedField;
import org.zeroply.desktop.kit.Walking;
import org.zeroply.desktop.kit.Widgets;
import org.zeroply.gametree.OwnMark;
import org.zeroply.notation.LineReading;
import org.zeroply.repertoire.Answer;
import org.zeroply.repertoire.Edge;
import org.zeroply.repertoire.Family;
import org.zeroply.repertoire.Guard;
import org.zeroply.repertoire.GuardCheck;
import org.zeroply.repertoire.Likelihood;
import org.zeroply.repertoire.Repertoire;
import org.zeroply.repertoire.Reply;
import org.zeroply.repertoire.Spread;
import org.zeroply.repertoire.Tally;
import org.zeroply.rules.Move;
import org.zeroply.rules.Position;
import org.zeroply.rules.Side;

/** The card of a move: board, the move with all that is said of it, its guards, what games did, and what comes next. Passive. */
final class CardPane extends VBox {
    private final RepertoireModel model;
    private final SoundnessModel soundness;
    private final RepertoireReview checks;
    private final Consumer<Optional<Guard>> onGuard;
    private final Runnable focusPlace;
    private final BoardView board = new BoardView();
    private final Label number = new Label();
    private final LineField line;
    private final Label heading = new Label();
    private final Label met = new Label();
    private final VBox body = new VBox(7);
    private final ComboBox<String> approach = new ComboBox<>();
    private final CheckBox memorise = new CheckBox(Texts.of("card.memorise"));
    private final Map<Answer.Note, TextInputControl> notes = new EnumMap<>(Answer.Note.class);
    /** The move of a node that a text is about. */
    private record Target(int node, Move move) {}

    private final List<TypedField<Target>> typed = new ArrayList<>();
    private final Map<Answer.Note, TypedField<Target>> typedNotes = new EnumMap<>(Answer.Note.class);
    private final TypedField<Target> typedApproach;
    private final VBox more = new VBox(5);
    private final ToggleButton showMore = new ToggleButton(Texts.of("card.more"));
    private final VBox answerForm;
    private final ChoiceBox<Reply.Kind> kind = Choices.of(List.of(Reply.Kind.values()), Reply.Kind::title);
    private final TextField share = new TextField();
    private final TextArea comment = area("card-comment", "card.comment", 2);
    private final TypedField<Target> typedShare;
    private final TypedField<Target> typedComment;
    private final VBox replyForm;
    private final VBox facts = new VBox(4);
    private final FlowPane also = new FlowPane(6, 4);
    private final FlowPane next = new FlowPane(6, 4);
    private final Walking following = new Walking(this::showBody);
    private Target shown = new Target(-1, Move.PASS);
    private boolean showing;

    /**
     * @param hand the pencil
     * @param onGuard edits a guard of the answer that is shown, or makes one
     * @param focusPlace gives the keyboard to the tree, where moves can be typed
     */
    CardPane(
            RepertoireModel model,
            SoundnessModel soundness,
            RepertoireReview checks,
            DrawingHand hand,
            Consumer<Optional<Guard>> onGuard,
            Runnable focusPlace) {
        super(8);
        this.focusPlace = focusPlace;
        this.model = model;
        this.soundness = soundness;
        this.checks = checks;
        this.onGuard = onGuard;
        line = new LineField("repertoire-line", Texts.of("linePad.prompt"), model.typed(), model::enter);
        getStyleClass().add("repertoire-card");
        typedApproach = typed(
                approach.getEditor(),
                (at, text) -> model.editAnswer(at.node(), at.move(), answer -> answer.withApproach(text), "approach"));
        answerForm = answerForm();
        typedShare = typed(share, this::keepShare);
        typedComment = typed(
                comment,
                (at, text) -> model.editReply(at.node(), at.move(), reply -> reply.withComment(text), "comment"));
        replyForm = replyForm();
        ScrollPane scroll = new ScrollPane(body);
        scroll.setFitToWidth(true);
        scroll.getStyleClass().add("branches-scroll");
        VBox.setVgrow(scroll, Priority.ALWAYS);
        board.letDraw(hand, mark -> drawn(marks -> OwnMark.drawn(marks, mark)), () -> drawn(marks -> List.of()));
        PencilBar pencils = new PencilBar(hand, "repertoire", () -> drawn(marks -> List.of()));
        HBox pad = pad();
        pad.getChildren().add(PencilBar.toggle(hand, "repertoire"));
        getChildren().addAll(board(), pencils, pad, line.answer(), head(), scroll);
        model.flowProperty().subscribe(() -> show());
        model.nodeProperty().subscribe(() -> show());
        model.aheadProperty().subscribe(() -> show());
        model.typed().refusalProperty().subscribe(() -> show());
        soundness.foundProperty().subscribe(() -> showFacts());
        soundness.shareProperty().subscribe((before, now) -> showFacts());
        checks.familiesProperty().subscribe(() -> showFacts());
        checks.brokenProperty().subscribe(() -> showFacts());
        show();
    }

    /** On the position after the move that is shown. */
    private void drawn(UnaryOperator<List<OwnMark>> change) {
        model.editAnswer(shown.node(), shown.move(), answer -> answer.withMarks(change.apply(answer.marks())), "");
        model.editReply(shown.node(), shown.move(), reply -> reply.withMarks(change.apply(reply.marks())), "");
    }

    private BoardView board() {
        board.setId("repertoire-board");
        board.setOnMove(move -> {
            if (!line.mend(move)) {
                model.play(move);
            }
        });
        board.setMinSize(250, 250);
        board.setPrefSize(300, 300);
        board.setMaxHeight(300);
        return board;
    }

    private HBox pad() {
        number.getStyleClass().add("line-pad-number");
        HBox pad = new HBox(6, number, line);
        pad.setAlignment(Pos.CENTER_LEFT);
        HBox.setHgrow(line, Priority.ALWAYS);
        return pad;
    }

    private HBox head() {
        heading.getStyleClass().add("card-heading");
        heading.setId("card-heading");
        met.getStyleClass().add("soft");
        met.setId("card-met");
        Region space = Widgets.space();
        HBox head = new HBox(8, heading, space, met);
        head.setAlignment(Pos.BASELINE_LEFT);
        return head;
    }

    private VBox answerForm() {
        approach.setEditable(true);
        approach.setId("card-approach");
        approach.setPromptText(Texts.of("card.approach.any"));
        approach.setPrefWidth(130);
        approach.setOnAction(event -> typedApproach.keep());
        memorise.setId("card-memorise");
        memorise.setTooltip(new Tooltip(Texts.of("card.memorise.tip")));
        memorise.setOnAction(event -> change(answer -> answer.withMemorise(memorise.isSelected())));
        HBox first = new HBox(10, Widgets.caption("card.approach"), approach, memorise);
        first.setAlignment(Pos.CENTER_LEFT);
        VBox form = new VBox(5, first);
        for (Answer.Note note : Answer.Note.values()) {
            boolean main = note == Answer.Note.REASON || note == Answer.Note.PLAN;
            TextInputControl input = main ? area("card-" + note, "", 2) : new TextField();
            input.setId("card-" + note);
            input.setAccessibleText(note.title());
            notes.put(note, input);
            typedNotes.put(
                    note,
                    typed(
                            input,
                            (at, text) -> model.editAnswer(
                                    at.node(), at.move(), answer -> answer.withNote(note, text), note.name())));
            VBox labelled = new VBox(1, Widgets.label("section-heading", note.title()), input);
            (main ? form : more).getChildren().add(labelled);
        }
        showMore.setId("card-more");
        showMore.getStyleClass().add("more-toggle");
        more.visibleProperty().bind(showMore.selectedProperty());
        more.managedProperty().bind(showMore.selectedProperty());
        form.getChildren().addAll(showMore, more);
        return form;
    }

    private VBox replyForm() {
        kind.setId("card-kind");
        kind.setOnAction(event -> {
            Repertoire.Step step = model.last();
            if (!showing && step != null) {
                model.editReply(step.node(), step.edge().move(), reply -> reply.withKind(kind.getValue()), "");
            }
        });
        share.setId("card-share");
        share.setPrefWidth(56);
        share.setPromptText("–");
        share.setOnAction(event -> typedShare.keep());
        HBox weights = new HBox(
                8,
                Widgets.caption("card.kind"),
                kind,
                Widgets.caption("card.share"),
                share,
                new Label(Texts.of("card.of100")));
        weights.setAlignment(Pos.CENTER_LEFT);
        return new VBox(5, weights, Widgets.label("section-heading", Texts.of("card.comment")), comment);
    }

    private TypedField<Target> typed(TextInputControl input, BiConsumer<Target, String> keep) {
        TypedField<Target> field = new TypedField<>(input, new Target(0, Move.PASS), keep);
        typed.add(field);
        return field;
    }

    private static TextArea area(String id, String key, int rows) {
        TextArea area = new TextArea();
        area.setId(id);
        area.setPrefRowCount(rows);
        area.setWrapText(true);
        area.getStyleClass().add("lesson-text");
        area.setMinHeight(USE_PREF_SIZE);
        if (!key.isEmpty()) {
            area.setAccessibleText(Texts.of(key));
        }
        return area;
    }

    /** Where keys go that walk, while no line is being typed. */
    void walkOn(Node target) {
        EmptyField.passOn(line, target, true);
    }

    void focusLine() {
        line.requestFocus();
    }

    /** Takes a character that was typed elsewhere on the place. */
    void takeTyped(String character) {
        line.takeTyped(character);
    }

    /** Keeps everything that is typed and not kept yet. */
    void keepEdits() {
        typed.forEach(TypedField::keep);
    }

    private void keepShare(Target at, String text) {
        String bare = text.strip();
        if (bare.isEmpty()) {
            model.editReply(at.node(), at.move(), reply -> reply.withShare(null), "share");
        } else if (bare.matches("100|\\d{1,2}")) {
            model.editReply(at.node(), at.move(), reply -> reply.withShare(Integer.valueOf(bare)), "share");
        } else {
            model.say(Texts.of("card.share.wrong", bare));
        }
    }

    private void change(UnaryOperator<Answer> how) {
        Repertoire.Step step = model.last();
        if (!showing && step != null) {
            model.editAnswer(step.node(), step.edge().move(), how, "");
        }
    }

    // ---- showing

    private void show() {
        if (model.flowProperty().get() == null) {
            return;
        }
        Repertoire.Step step = model.last();
        // What is typed belongs to the move that is left.
        if (step != null && !new Target(step.node(), step.edge().move()).equals(shown)) {
            keepEdits();
        }
        Move ahead = model.aheadProperty().get();
        LineReading.Refused refused = model.typed().refusalProperty().get();
        Position position = refused == null ? model.position() : refused.at();
        board.flippedProperty().set(model.repertoire().side() == Side.BLACK);
        board.lastMoveProperty()
                .set(
                        refused != null
                                ? null
                                : ahead != null
                                        ? ahead
                                        : step == null ? null : step.edge().move());
        board.positionProperty().set(position);
        board.ownMarks()
                .setAll(
                        step == null || ahead != null || refused != null
                                ? List.of()
                                : step.edge().marks());
        number.setText(position.moveNumber() + (position.sideToMove() == Side.WHITE ? "." : "..."));
        heading.setText(
                ahead != null
                        ? model.name(model.nodeProperty().get(), ahead)
                        : step == null
                                ? Texts.of("card.start")
                                : model.name(step.node(), step.edge().move()));
        met.setText(
                ahead != null
                        ? Texts.of("card.ahead")
                        : step == null
                                ? ""
                                : Texts.of(
                                        "card.met",
                                        Chances.figure(model.likelihood().of(step.node(), step.edge()))));
        following.step();
    }

    private void showBody() {
        if (model.flowProperty().get() == null) {
            return;
        }
        Repertoire.Node node = model.current();
        Repertoire.Step step = model.last();
        Repertoire repertoire = model.repertoire();
        showing = true;
        try {
            List<Node> parts = new ArrayList<>();
            if (step == null) {
                shown = new Target(-1, Move.PASS);
                Label text = Widgets.wrapped("soft");
                text.setText(Texts.of(repertoire.size() == 1 ? "card.start.empty" : "card.start.text"));
                parts.add(text);
            } else {
                Target target = new Target(step.node(), step.edge().move());
                shown = target;
                showAlso(repertoire, step);
                if (!also.getChildren().isEmpty()) {
                    parts.add(also);
                }
                switch (step.edge()) {
                    case Answer answer -> {
                        showAnswer(target, answer);
                        parts.add(answerForm);
                    }
                    case Reply reply -> {
                        showReply(target, reply);
                        parts.add(replyForm);
                    }
                }
            }
            parts.add(facts);
            showNext(node);
            parts.add(Widgets.label(
                    "section-heading", Texts.of(repertoire.isOurs(node.id()) ? "card.answers" : "card.replies")));
            parts.add(next);
            if (!body.getChildren().equals(parts)) {
                body.getChildren().setAll(parts);
            }
            showFacts();
        } finally {
            showing = false;
        }
    }

    private void showAnswer(Target target, Answer answer) {
        List<String> known = new ArrayList<>(List.of(Texts.of("card.calm"), Texts.of("card.sharp")));
        model.approaches().stream().filter(each -> !known.contains(each)).forEach(known::add);
        if (!approach.getItems().equals(known)) {
            approach.getItems().setAll(known);
        }
        typedApproach.show(target, answer.approach());
        memorise.setSelected(answer.memorise());
        typedNotes.forEach((note, field) -> field.show(target, answer.note(note)));
    }

    private void showReply(Target target, Reply reply) {
        kind.setValue(reply.kind());
        typedShare.show(target, reply.share() == null ? "" : Integer.toString(reply.share()));
        typedComment.show(target, reply.comment());
    }

    /** The other moves that are kept where this one is. */
    private void showAlso(Repertoire repertoire, Repertoire.Step step) {
        also.getChildren().clear();
        List<Edge> others = repertoire.node(step.node()).edges().stream()
                .filter(edge -> !edge.move().equals(step.edge().move()))
                .toList();
        if (step.edge() instanceof Answer && !others.isEmpty()) {
            also.getChildren().add(Widgets.caption("card.also"));
            for (Edge edge : others) {
                String word =
                        edge instanceof Answer answer && !answer.approach().isEmpty() ? " " + answer.approach() : "";
                also.getChildren().add(link(model.name(step.node(), edge.move()) + word, edge.to()));
            }
        }
    }

    private Button link(String text, int to) {
        Button button = new Button(text);
        button.getStyleClass().add("move-link");
        button.setOnAction(event -> follow(() -> model.go(to)));
        return button;
    }

    /** Goes along a move. The button goes with the position it was at, so the keyboard must not stay with it. */
    private void follow(Runnable step) {
        step.run();
        if (line.getLength() > 0) {
            line.requestFocus();
            line.end();
        } else {
            focusPlace.run();
        }
    }

    private void showNext(Repertoire.Node node) {
        next.getChildren().clear();
        if (model.repertoire().isOurs(node.id())) {
            for (Answer answer : node.answers()) {
                String word = answer.approach().isEmpty() ? "" : " " + answer.approach();
                next.getChildren().add(link(model.name(node.id(), answer.move()) + word, answer.to()));
            }
        } else {
            for (Likelihood.Share share : model.likelihood().shares(node.id())) {
                String text = model.name(node.id(), share.move()) + "  "
                        + Chances.figure(model.likelihood().at(node.id()) * share.share());
                if (share.isKept()) {
                    next.getChildren().add(link(text, share.to()));
                } else {
                    Button open = new Button(text);
                    open.getStyleClass().addAll("move-link", "open-link");
                    open.setTooltip(new Tooltip(Texts.of("card.addReply")));
                    open.setOnAction(event -> follow(() -> model.play(share.move())));
                    next.getChildren().add(open);
                }
            }
        }
        if (next.getChildren().isEmpty()) {
            Label none = Widgets.wrapped("soft");
            none.setText(Texts.of(model.repertoire().isOurs(node.id()) ? "card.noAnswers" : "card.noReplies"));
            next.getChildren().add(none);
        }
    }

    private void showFacts() {
        facts.getChildren().clear();
        if (model.flowProperty().get() == null) {
            return;
        }
        Repertoire.Step step = model.last();
        if (step != null && step.edge() instanceof Answer answer) {
            showGuards(step, answer);
            showSoundness(step, answer);
        }
        if (step != null && step.edge() instanceof Reply reply) {
            fact("card.weight", source(step, reply));
        }
        if (step != null) {
            Tally.Played played =
                    model.repertoire().node(step.node()).tally().of(step.edge().move());
            fact(
                    "card.games",
                    played == null
                            ? Texts.of("card.games.none")
                            : RepertoireTexts.games(played, model.repertoire().side()));
        }
        showFamily();
        showTally();
    }

    private String source(Repertoire.Step step, Reply reply) {
        return model.likelihood().shares(step.node()).stream()
                .filter(each -> each.move().equals(reply.move()))
                .findFirst()
                .map(each -> Texts.of("card.weight." + each.source(), Chances.figure(each.share()), each.games()))
                .orElse("");
    }

    private void fact(String key, String text) {
        Label name = Widgets.label("soft", Texts.of(key));
        name.setMinWidth(76);
        Label value = Widgets.wrapped("card-fact");
        value.setText(text);
        HBox.setHgrow(value, Priority.ALWAYS);
        HBox row = new HBox(8, name, value);
        row.setId(key.replace('.', '-'));
        facts.getChildren().add(row);
    }

    private void showGuards(Repertoire.Step step, Answer answer) {
        GuardCheck.Breach broken = checks.brokenProperty().get().stream()
                .map(RepertoireReview.Broken::breach)
                .filter(each -> each.node() == step.node() && each.move().equals(answer.move()))
                .findFirst()
                .orElse(null);
        for (Guard guard : answer.guards()) {
            Button edit = new Button(RepertoireTexts.guard(guard));
            edit.getStyleClass().add("guard-link");
            edit.setWrapText(true);
            edit.setMaxWidth(Double.MAX_VALUE);
            edit.setAlignment(Pos.TOP_LEFT);
            edit.setOnAction(event -> onGuard.accept(Optional.of(guard)));
            facts.getChildren().add(edit);
        }
        if (broken != null) {
            Label label = Widgets.wrapped("attention");
            label.setText(broken.inWords());
            facts.getChildren().add(label);
        }
        Button add = Widgets.button("card.guard.add", "card-guard-add", () -> onGuard.accept(Optional.empty()));
        add.getStyleClass().add("more-toggle");
        facts.getChildren().add(add);
    }

    private void showSoundness(Repertoire.Step step, Answer answer) {
        soundness.foundProperty().get().answers().stream()
                .filter(each ->
                        each.node() == step.node() && each.answer().move().equals(answer.move()))
                .findFirst()
                .ifPresent(each -> fact(
                        answer.note(Answer.Note.TRAPS_SET).isEmpty() ? "card.sound" : "card.trapCost",
                        RepertoireTexts.sound(
                                model, each, soundness.shareProperty().get())));
    }

    private void showFamily() {
        for (Family family : checks.familiesProperty().get()) {
            if (family.nodes().contains(model.nodeProperty().get())) {
                fact("card.structure", RepertoireTexts.family(family));
                for (String plan : family.plans()) {
                    fact("card.structurePlan", plan);
                }
                return;
            }
        }
    }

    /** What games did from here, with the spread that few games leave. */
    private void showTally() {
        Tally tally = model.current().tally();
        if (tally.moves().isEmpty()) {
            return;
        }
        facts.getChildren().add(Widgets.label("section-heading", Texts.of("card.tally", tally.games())));
        for (Tally.Played played : tally.moves()) {
            Side side = model.repertoire().side();
            Spread spread = Spread.of(played.points(side), played.decided());
            Label move = new Label(model.name(model.nodeProperty().get(), played.move()));
            move.setMinWidth(70);
            String words = Texts.of(
                    "card.tally.row",
                    played.games(),
                    RepertoireTexts.points(played.points(side)),
                    Math.round(100 * spread.low()),
                    Math.round(100 * spread.high()));
            RangeRibbon ribbon = new RangeRibbon(
                    (double) played.games() / tally.games(),
                    spread.low(),
                    spread.high(),
                    played.decided() == 0 ? 0.5 : played.points(side) / played.decided(),
                    words);
            // The range is drawn, and said when one asks.
            Label text = Widgets.label(
                    "soft", Texts.of("card.tally.short", played.games(), RepertoireTexts.points(played.points(side))));
            facts.getChildren().add(new HBox(8, move, ribbon, text));
        }
    }
}
