package org.zeroply.desktop.strip;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Objects;
import java.util.OptionalInt;
import javafx.scene.Scene;
import javafx.scene.image.PixelReader;
import javafx.scene.image.WritableImage;
import javafx.scene.paint.Color;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.zeroply.desktop.Stand;
import org.zeroply.gametree.GameTree;
import org.zeroply.ledger.MoveMeasures;
import org.zeroply.ledger.ValueScale;
import org.zeroply.notation.Language;
import org.zeroply.notation.San;
import org.zeroply.rules.Move;
import org.zeroply.rules.Position;

/** What the strip really paints: bars for the side that has more, in the column of the move, as tall as the figure. */
class StripPictureTest {
    private static final int WIDTH = 700;
    private static final int HEIGHT = 200;
    private static final Color WHITES = Color.web("#FF0000");
    private static final Color BLACKS = Color.web("#0000FF");

    @BeforeEach
    void start() {
        Stand.startToolkit();
    }

    private static GameTree tree(String line) {
        List<Move> moves = new ArrayList<>();
        Position position = Position.START;
        for (String name : line.split(" ")) {
            moves.add(Objects.requireNonNull(San.read(position, name), name));
            position = position.play(moves.getLast());
        }
        return GameTree.of(Position.START).addLine(GameTree.ROOT, moves).tree();
    }

    /** Only one lane is shown. */
    private static StripLanes only(StripLane lane) {
        return new StripLanes(Arrays.stream(StripLane.values())
                .map(each -> new StripLanes.Row(each, each == lane, 3))
                .toList());
    }

    /** Bars as they stand in the picture: where they begin, and how many pixels they are tall. */
    private record Bar(int left, int height) {}

    private static WritableImage picture(String line, StripLane lane, List<MoveMeasures> measures) {
        GameTree tree = tree(line);
        return Stand.onStage(() -> {
            StripView view = new StripView();
            Scene scene = new Scene(view, WIDTH, HEIGHT, Color.WHITE);
            view.lanesProperty().set(only(lane));
            view.measuresProperty().set(measures);
            view.dataProperty()
                    .set(StripData.of(
                            StripMoves.of(tree, Language.ENGLISH),
                            tree,
                            tree.mainLine().getLast(),
                            ValueScale.SCHOOLROOM,
                            ""));
            view.applyCss();
            view.white.setValue(WHITES);
            view.black.setValue(BLACKS);
            view.panel.setValue(Color.WHITE);
            view.layout();
            return scene.snapshot(null);
        });
    }

    private static List<Bar> bars(WritableImage image, Color colour) {
        PixelReader pixels = image.getPixelReader();
        List<Bar> bars = new ArrayList<>();
        int begun = -1;
        int tallest = 0;
        for (int x = 0; x <= WIDTH; x++) {
            int height = 0;
            for (int y = 0; x < WIDTH && y < HEIGHT; y++) {
                height += pixels.getColor(x, y).equals(colour) ? 1 : 0;
            }
            if (height > 1 && begun < 0) {
                begun = x;
            } else if (height <= 1 && begun >= 0) {
                bars.add(new Bar(begun, tallest));
                begun = -1;
                tallest = 0;
            }
            tallest = Math.max(tallest, height);
        }
        return bars;
    }

    @Test
    void materialStandsInTheColumnOfTheMoveForTheSideThatIsAhead() {
        WritableImage image = picture("e4 d5 exd5 c6 dxc6 a6", StripLane.MATERIAL, List.of());
        List<Bar> white = bars(image, WHITES);
        assertThat(white)
                .as("after the fourth, fifth and sixth move; what can be retaken is not won yet")
                .hasSize(3);
        assertThat(bars(image, BLACKS)).isEmpty();
        int column = white.get(1).left() - white.get(0).left();
        assertThat(white.get(2).left() - white.get(1).left())
                .as("columns are equally wide, to a pixel")
                .isBetween(column - 1, column + 1);
        assertThat(white.get(1).height()).isEqualTo(white.get(0).height());
        assertThat(white.get(2).height())
                .as("two pawns are more than one")
                .isGreaterThan(white.get(1).height());
    }

    @Test
    void whatBlackHasMoreStandsBelow() {
        WritableImage image = picture("e4 d5 a3 dxe4", StripLane.MATERIAL, List.of());
        assertThat(bars(image, WHITES)).isEmpty();
        assertThat(bars(image, BLACKS)).hasSize(1);
        assertThat(bars(picture("e4 e5 Nf3 Nc6", StripLane.MATERIAL, List.of()), WHITES))
                .as("nothing was taken")
                .isEmpty();
    }

    @Test
    void figuresOfTheLedgerStandInTheirLaneOnly() {
        List<MoveMeasures> measures = List.of(
                new MoveMeasures(0, 0, 0, 1, 0, OptionalInt.empty()),
                new MoveMeasures(0, 0, 0, 3, 2, OptionalInt.empty()));
        WritableImage wings = picture("e4 e5", StripLane.WINGS, measures);
        assertThat(bars(wings, WHITES)).hasSize(2);
        assertThat(bars(wings, WHITES).get(1).height())
                .isGreaterThan(bars(wings, WHITES).get(0).height());
        assertThat(bars(wings, BLACKS)).hasSize(1);
        WritableImage activity = picture("e4 e5", StripLane.ACTIVITY, measures);
        assertThat(bars(activity, WHITES)).isEmpty();
        assertThat(bars(activity, BLACKS)).isEmpty();
    }
}
