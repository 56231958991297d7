package org.zeroply.desktop.repertoire;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.function.LongConsumer;
import java.util.stream.Stream;
import javafx.beans.value.ObservableValue;
import javafx.scene.Node;
import org.zeroply.desktop.board.DrawingHand;
import org.zeroply.desktop.game.Departed;
import org.zeroply.desktop.game.OpenGame;
import org.zeroply.desktop.kit.Background;
import org.zeroply.desktop.kit.CalculatorService;
import org.zeroply.desktop.kit.Command;
import org.zeroply.desktop.kit.FileChoice;
import org.zeroply.desktop.kit.FxThread;
import org.zeroply.desktop.kit.Place;
import org.zeroply.desktop.kit.Sheets;
import org.zeroply.showing.Card;
import org.zeroply.store.UndoState;
import org.zeroply.store.Workbook;

/** The place of the repertoires: the flow, the card of an answer, and the lists of what is to be done. */
public final class RepertoirePlace implements Place {
    private static final List<String> TABS =
            List.of("FLOW", "UNANSWERED", "SOUNDNESS", "GUARDS", "TIDY", "DEPARTURES", "STRUCTURES");

    private final RepertoireDesk desk;
    private final RepertoireModel model;

    /**
     * @param game is told where it left the repertoires of its players
     * @param openGame opens a game of the workbook
     */
    public RepertoirePlace(
            OpenGame game,
            Workbook workbook,
            Background background,
            CalculatorService calculator,
            FileChoice files,
            Sheets sheets,
            DrawingHand hand,
            LongConsumer openGame) {
        desk = new RepertoireDesk(workbook, background, calculator, files, sheets, hand, openGame);
        model = desk.model();
        desk.follow(game);
        game.languageProperty().subscribe(model.languageProperty()::set);
        model.openProperty().subscribe((before, now) -> {
            if ((before == null) != (now == null) && desk.isShown()) {
                FxThread.later(this::focus);
            }
        });
    }

    public RepertoireModel model() {
        return model;
    }

    /** The pass over a repertoire that looks for answers that do not hold. */
    public SoundnessModel soundness() {
        return desk.soundness();
    }

    /** Opens a repertoire, if it is still there. */
    public void open(long repertoire) {
        model.listProperty().get().stream()
                .filter(each -> each.id() == repertoire)
                .findFirst()
                .ifPresent(model::open);
    }

    /** Opens the repertoire that a game left, where it left it. */
    public void show(Departed departed) {
        desk.show(departed);
    }

    @Override
    public String name() {
        return "REPERTOIRE";
    }

    @Override
    public String icon() {
        return "M3 12 H9 C14 12 13 5 21 5 M9 12 C14 12 13 12 21 12 M9 12 C14 12 13 19 21 19";
    }

    @Override
    public Node view() {
        return desk.view();
    }

    @Override
    public void focus() {
        desk.view().focusPlace();
    }

    @Override
    public void keepEdits() {
        desk.keepEdits();
    }

    @Override
    public void undo() {
        model.undo();
    }

    @Override
    public void redo() {
        model.redo();
    }

    @Override
    public ObservableValue<UndoState> undoProperty() {
        return model.undoProperty();
    }

    @Override
    public Optional<Card> card() {
        return model.openProperty().get() == null ? Optional.empty() : Optional.of(model.card());
    }

    @Override
    public List<Command> commands() {
        return Stream.of(
                        Command.group(
                                "group.repertoire.whole",
                                List.of(
                                        Command.of("command.repertoire.new", "Alt+N", desk::makeNew),
                                        Command.of("command.repertoire.retitle", null, desk::retitle),
                                        Command.of("command.repertoire.import", "Alt+I", desk::importInto),
                                        Command.of("command.repertoire.export", "Shortcut+E", desk::export),
                                        Command.of("command.repertoire.remove", null, model::remove))),
                        Command.group(
                                "group.repertoire.moves",
                                List.of(
                                        Command.of(
                                                "command.repertoire.line",
                                                "Alt+L",
                                                () -> desk.view().focusLine()),
                                        Command.of(
                                                "command.repertoire.guard",
                                                "Alt+G",
                                                () -> desk.guard(Optional.empty())),
                                        Command.of("command.repertoire.up", "Alt+Up", () -> model.reorder(-1)),
                                        Command.of("command.repertoire.down", "Alt+Down", () -> model.reorder(1)),
                                        Command.of("command.repertoire.delete", "Delete", model::removeMove))),
                        Command.group(
                                "group.repertoire.review",
                                List.of(
                                        Command.of("command.repertoire.count", "Alt+W", desk::count),
                                        Command.of("command.repertoire.calculate", "Alt+K", desk.soundness()::start),
                                        Command.of("command.repertoire.stop", "Alt+X", desk.soundness()::stop),
                                        Command.of("command.repertoire.compare", "Alt+D", () -> {
                                            desk.view().showNamed("DEPARTURES");
                                            desk.checks().compareGames();
                                        }),
                                        Command.of(
                                                "command.repertoire.thread",
                                                "Alt+R",
                                                () -> desk.view().openThread()))),
                        Command.group("group.repertoire.look", looks()))
                .flatMap(List::stream)
                .toList();
    }

    private List<Command> looks() {
        List<Command> commands = new ArrayList<>(List.of(
                Command.of(
                        "command.repertoire.find",
                        "Shortcut+F",
                        () -> desk.view().focusFind()),
                Command.of("command.repertoire.fit", "Alt+T", () -> desk.view().fit())));
        for (String tab : TABS) {
            commands.add(Command.of(
                    "command.repertoire.tab." + tab,
                    "Alt+" + (TABS.indexOf(tab) + 1),
                    () -> desk.view().showNamed(tab)));
        }
        return commands;
    }
}
