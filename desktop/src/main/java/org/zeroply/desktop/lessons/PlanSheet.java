package org.zeroply.desktop.lessons;

import java.util.ArrayList;
import java.util.List;
import javafx.geometry.Pos;
import javafx.scene.Node;
import javafx.scene.control.Button;
import javafx.scene.control.Hyperlink;
import javafx.scene.control.Label;
import javafx.scene.control.MenuButton;
import javafx.scene.control.MenuItem;
import javafx.scene.control.ScrollPane;
import javafx.scene.control.TextField;
import javafx.scene.control.Tooltip;
import javafx.scene.input.ClipboardContent;
import javafx.scene.input.KeyCode;
import javafx.scene.input.KeyEvent;
import javafx.scene.input.TransferMode;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.Region;
import javafx.scene.layout.VBox;
import org.zeroply.coaching.Block;
import org.zeroply.coaching.Lesson;
import org.zeroply.coaching.Ref;
import org.zeroply.coaching.Teaching;
import org.zeroply.desktop.kit.Texts;
import org.zeroply.desktop.kit.Widgets;
import org.zeroply.store.SheetShelf;

/**
 * The plan of a lesson: its aim and its blocks, which are dragged or moved by Alt with an arrow, made longer and shorter by plus
 * and minus, and dropped by Delete. Every change is kept as it is made.
 */
final class PlanSheet extends VBox {
    /** Of a title that its field may cut. */
    private static final int LONG_TITLE = 50;

    private static final double WIDTH = 640;
    private static final double HEIGHT = 330;
    private static final int NEW_BLOCK = 10;
    private static final int STEP = 1;

    /** What the sheet asks for. */
    interface Actions {
        void save(Lesson lesson, String label);

        void fill(Lesson lesson);

        void open(Block block);
    }

    private final Actions actions;
    private final TextField aim = new TextField();
    private final VBox rows = new VBox(6);
    private final Label sum = new Label();
    private Lesson lesson;

    /**
     * @param who comes, and when
     * @param cards the sheets that a block can be of
     */
    PlanSheet(Lesson lesson, String who, List<SheetShelf.Listed> cards, Actions actions) {
        super(10);
        this.lesson = lesson;
        this.actions = actions;
        setId("plan");
        setPrefWidth(WIDTH);
        Label heading = Widgets.label("soft", who);
        aim.setId("plan-aim");
        aim.setPromptText(Texts.of("plan.aim"));
        aim.setText(lesson.aim());
        aim.focusedProperty().subscribe(is -> {
            if (!is) {
                keepAim();
            }
        });
        aim.setOnAction(event -> keepAim());
        ScrollPane pane = new ScrollPane(rows);
        pane.setFitToWidth(true);
        pane.setPrefHeight(HEIGHT);
        pane.getStyleClass().add("plan-blocks");
        VBox.setVgrow(pane, Priority.ALWAYS);
        Button fill = Widgets.button("plan.fill", "plan-fill", () -> {
            keepAim();
            actions.fill(this.lesson);
        });
        Button add = Widgets.button("plan.add", "plan-add", this::addFree);
        sum.setId("plan-sum");
        MenuButton sheet = new MenuButton(Texts.of("plan.sheet"));
        sheet.setId("plan-sheet");
        for (SheetShelf.Listed each : cards) {
            MenuItem item = new MenuItem(each.name());
            item.setOnAction(event -> addSheet(each));
            sheet.getItems().add(item);
        }
        sheet.setDisable(cards.isEmpty());
        HBox below = new HBox(10, fill, add, sheet, Widgets.space(), sum);
        below.setAlignment(Pos.CENTER_LEFT);
        getChildren().addAll(heading, aim, pane, below);
        showBlocks();
    }

    /** The lesson as it stands on the sheet. */
    Lesson lesson() {
        keepAim();
        return lesson;
    }

    /** Shows it as it has become elsewhere. */
    void show(Lesson now) {
        lesson = now;
        if (!aim.isFocused()) {
            aim.setText(now.aim());
        }
        showBlocks();
    }

    void focusFirst() {
        // What scrolls comes into the window with its style, and takes no keyboard before.
        applyCss();
        if (rows.getChildren().isEmpty()) {
            lookup("#plan-fill").requestFocus();
        } else {
            rows.getChildren().getFirst().requestFocus();
        }
    }

    private void keepAim() {
        if (!aim.getText().strip().equals(lesson.aim())) {
            change(lesson.withAim(aim.getText()), "undo.lesson.aim");
        }
    }

    private void change(Lesson next, String label) {
        lesson = next;
        actions.save(next, label);
    }

    private void blocks(List<Block> next, int focus) {
        change(lesson.withBlocks(next), "undo.lesson.plan");
        showBlocks();
        if (!rows.getChildren().isEmpty()) {
            rows.getChildren()
                    .get(Math.clamp(focus, 0, rows.getChildren().size() - 1))
                    .requestFocus();
        }
    }

    /** The cards of a sheet, so long as they usually take. */
    private void addSheet(SheetShelf.Listed cards) {
        int minutes = Math.max(STEP, Teaching.SHEET_CARD * cards.cards());
        add(Block.of(Block.Kind.SHEET, minutes, cards.name(), new Block.Material(Ref.SHEET, cards.id(), -1), ""));
    }

    private void addFree() {
        int at = add(Block.of(Block.Kind.FREE, NEW_BLOCK, "", null, ""));
        ((BlockRow) rows.getChildren().get(at)).title.requestFocus();
    }

    /** Adds a block before the closing one; gives its place. */
    private int add(Block block) {
        List<Block> next = new ArrayList<>(lesson.blocks());
        int at = !next.isEmpty() && next.getLast().kind() == Block.Kind.CLOSE ? next.size() - 1 : next.size();
        next.add(at, block);
        blocks(next, at);
        return at;
    }

    private void showBlocks() {
        rows.getChildren().clear();
        for (int i = 0; i < lesson.blocks().size(); i++) {
            rows.getChildren().add(new BlockRow(i, lesson.blocks().get(i)));
        }
        if (lesson.blocks().isEmpty()) {
            Label none = Widgets.wrapped("soft");
            none.setText(Texts.of("plan.none", lesson.when().minutes()));
            rows.getChildren().add(none);
            none.setFocusTraversable(true);
        }
        int planned = lesson.plannedMinutes();
        int left = lesson.when().minutes() - planned;
        sum.setText(
                left >= 0
                        ? Texts.of("plan.sum", planned, lesson.when().minutes(), left)
                        : Texts.of("plan.over", planned, lesson.when().minutes(), -left));
        sum.getStyleClass().setAll("label", left >= 0 ? "soft" : "attention");
    }

    /** A block. */
    private final class BlockRow extends HBox {
        private final int at;
        private final Block block;
        private final TextField title = new TextField();

        BlockRow(int at, Block block) {
            super(10);
            this.at = at;
            this.block = block;
            getStyleClass().add("plan-block");
            setId("plan-block-" + (at + 1));
            setFocusTraversable(true);
            setAlignment(Pos.CENTER_LEFT);
            setAccessibleText(Texts.of("plan.accessible", block.minutes(), block.title()));
            Label minutes = Widgets.label("plan-minutes", Integer.toString(block.minutes()));
            minutes.setMinWidth(34);
            minutes.setAlignment(Pos.CENTER_RIGHT);
            VBox steps = new VBox(step("plan.more", "plan-more-", +STEP), step("plan.less", "plan-less-", -STEP));
            Label kind = Widgets.label("soft", block.kind().text());
            kind.setMinWidth(64);
            title.setText(block.title());
            title.getStyleClass().add("plan-title");
            title.setPromptText(Texts.of("plan.title"));
            if (block.title().length() > LONG_TITLE) {
                title.setTooltip(new Tooltip(block.title()));
            }
            title.setOnAction(event -> keepTitle());
            title.focusedProperty().subscribe(is -> {
                if (!is) {
                    keepTitle();
                }
            });
            VBox told = new VBox(1, title);
            if (!block.why().isEmpty()) {
                Label why = Widgets.wrapped("soft");
                why.setText(block.why());
                told.getChildren().add(why);
            }
            if (block.state() != Block.State.OPEN) {
                told.getChildren()
                        .add(Widgets.label(
                                "strong", Texts.of("block.state." + block.state(), Math.round(block.seconds() / 60f))));
            }
            HBox.setHgrow(told, Priority.ALWAYS);
            Hyperlink open = new Hyperlink(Texts.of("plan.open"));
            open.setId("plan-open-" + (at + 1));
            open.setMinWidth(Region.USE_PREF_SIZE);
            open.setOnAction(event -> actions.open(block));
            Widgets.present(open, Filling.canOpen(block));
            Button drop = Widgets.quietButton("plan.drop", "plan-drop-" + (at + 1), this::drop);
            drop.setMinWidth(Region.USE_PREF_SIZE);
            getChildren().addAll(minutes, steps, kind, told, open, drop);
            setOnMousePressed(event -> requestFocus());
            addEventHandler(KeyEvent.KEY_PRESSED, this::pressed);
            dragged();
        }

        private Node step(String key, String id, int by) {
            Button button = Widgets.quietButton(key, id + (at + 1), () -> longer(by));
            button.getStyleClass().add("plan-step");
            button.setFocusTraversable(false);
            return button;
        }

        private void pressed(KeyEvent event) {
            if (!event.getTarget().equals(this)) {
                return;
            }
            switch (event.getCode()) {
                case PLUS, EQUALS, ADD -> longer(STEP);
                case MINUS, SUBTRACT -> longer(-STEP);
                case DELETE, BACK_SPACE -> drop();
                case ENTER -> {
                    if (Filling.canOpen(block)) {
                        actions.open(block);
                    }
                }
                case UP, DOWN -> {
                    int to = at + (event.getCode() == KeyCode.UP ? -1 : 1);
                    if (event.isAltDown()) {
                        moveTo(to);
                    } else if (to >= 0 && to < rows.getChildren().size()) {
                        rows.getChildren().get(to).requestFocus();
                    }
                }
                default -> {
                    return;
                }
            }
            event.consume();
        }

        private void keepTitle() {
            if (at < lesson.blocks().size()
                    && lesson.blocks().get(at).equals(block)
                    && !title.getText().strip().equals(block.title())) {
                change(lesson.withBlock(at, block.withTitle(title.getText())), "undo.lesson.plan");
                showBlocks();
            }
        }

        private void longer(int by) {
            int next = Math.clamp(block.minutes() + by, 1, Block.MOST_MINUTES);
            List<Block> blocks = new ArrayList<>(lesson.blocks());
            blocks.set(at, block.withMinutes(next));
            blocks(blocks, at);
        }

        private void drop() {
            List<Block> blocks = new ArrayList<>(lesson.blocks());
            blocks.remove(at);
            blocks(blocks, at);
        }

        private void moveTo(int to) {
            if (to >= 0 && to < lesson.blocks().size() && to != at) {
                List<Block> blocks = new ArrayList<>(lesson.blocks());
                blocks.add(to, blocks.remove(at));
                blocks(blocks, to);
            }
        }

        private void dragged() {
            setOnDragDetected(event -> {
                ClipboardContent content = new ClipboardContent();
                content.putString(Integer.toString(at));
                startDragAndDrop(TransferMode.MOVE).setContent(content);
                event.consume();
            });
            setOnDragOver(event -> {
                if (event.getGestureSource() instanceof BlockRow) {
                    event.acceptTransferModes(TransferMode.MOVE);
                }
                event.consume();
            });
            setOnDragDropped(event -> {
                if (event.getGestureSource() instanceof BlockRow from) {
                    from.moveTo(at);
                    event.setDropCompleted(true);
                }
                event.consume();
            });
        }
    }
}
