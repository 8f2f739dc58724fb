package app.lacuna.desktop.ui;

import app.lacuna.desktop.look.TextSize;
import javafx.beans.binding.DoubleBinding;
import javafx.beans.value.ChangeListener;
import javafx.beans.value.WeakChangeListener;
import javafx.scene.control.ScrollPane;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.Region;
import javafx.scene.layout.VBox;
import org.jspecify.annotations.Nullable;

/**
 * Two columns of sheets; on a narrow page the right one goes under the left one. Side by side, the
 * right one scrolls alone.
 */
public final class Columns extends ScrollPane {
    private static final double NARROW = 820;
    private static final double SPACE = 20;
    private static final double STACKED_LEFT_HEIGHT = 340;
    private static final double STACKED_LIST_HEIGHT = 160;

    private final Region left;
    private final Region right;
    private final double rightAtLeast;
    private final double fixedWidth;
    private final boolean leftIsFixed;
    private final DoubleBinding textSize = TextSize.of(1);
    private final ChangeListener<Number> followText =
            (property, before, now) -> {
                stacked = null;
                arrange(getWidth());
            };
    private @Nullable Boolean stacked;

    public Columns(Region left, Region right, double rightWidth) {
        this(left, right, rightWidth, false);
    }

    /** One whose left column is a list beside what is chosen from it. */
    public static Columns withList(Region list, Region right, double listWidth) {
        return new Columns(list, right, listWidth, true);
    }

    private Columns(Region left, Region right, double fixedWidth, boolean leftIsFixed) {
        this.left = left;
        this.right = right;
        rightAtLeast = right.getMinHeight();
        this.fixedWidth = fixedWidth;
        this.leftIsFixed = leftIsFixed;
        getStyleClass().add("columns");
        setFitToWidth(true);
        setHbarPolicy(ScrollBarPolicy.NEVER);
        setFocusTraversable(false);
        widthProperty().addListener((property, before, width) -> arrange(width.doubleValue()));
        textSize.addListener(new WeakChangeListener<>(followText));
        arrange(NARROW);
    }

    private void arrange(double width) {
        boolean nowStacked = width > 0 && width < TextSize.of(NARROW).get();
        if (stacked != null && stacked == nowStacked) {
            return;
        }
        stacked = nowStacked;
        setFitToHeight(!nowStacked);
        Focus.keep(this, nowStacked ? this::stack : this::sideBySide);
    }

    private void stack() {
        double listHeight = TextSize.of(STACKED_LIST_HEIGHT).get();
        left.setMinHeight(leftIsFixed ? listHeight : STACKED_LEFT_HEIGHT);
        left.setMaxHeight(leftIsFixed ? listHeight : Double.MAX_VALUE);
        left.setMaxWidth(Double.MAX_VALUE);
        right.setMinHeight(leftIsFixed ? Region.USE_PREF_SIZE : Region.USE_COMPUTED_SIZE);
        right.setPrefWidth(Region.USE_COMPUTED_SIZE);
        right.setMinWidth(0);
        right.setMaxWidth(Double.MAX_VALUE);
        setContent(new VBox(SPACE, left, right));
    }

    private void sideBySide() {
        left.setMinHeight(0);
        left.setMaxHeight(Double.MAX_VALUE);
        right.setMinHeight(
                rightAtLeast); // as it was given: words in it may not be pressed together
        right.setMinWidth(0);
        right.setMaxWidth(Double.MAX_VALUE);
        left.setMinWidth(0);
        if (leftIsFixed) {
            DoubleBinding width = TextSize.of(fixedWidth);
            left.setMinWidth(width.get());
            left.setPrefWidth(width.get());
            left.setMaxWidth(width.get());
            right.setMinHeight(0);
            HBox.setHgrow(right, Priority.ALWAYS);
            setContent(new HBox(SPACE, left, right));
            return;
        }
        right.setPrefWidth(TextSize.of(fixedWidth).get());
        HBox.setHgrow(left, Priority.ALWAYS);
        ScrollPane own = new ScrollPane(right);
        own.getStyleClass().add("columns");
        own.setFitToWidth(true);
        own.setFitToHeight(true);
        own.setHbarPolicy(ScrollBarPolicy.NEVER);
        own.setFocusTraversable(false);
        own.minWidthProperty().bind(TextSize.of(fixedWidth));
        own.prefWidthProperty().bind(TextSize.of(fixedWidth));
        setContent(new HBox(SPACE, left, own));
    }
}
