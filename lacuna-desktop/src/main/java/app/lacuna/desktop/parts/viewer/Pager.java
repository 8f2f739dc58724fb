package app.lacuna.desktop.parts.viewer;

import app.lacuna.desktop.look.Styles;
import app.lacuna.desktop.ui.Page;
import app.lacuna.desktop.words.Words;
import java.util.function.IntConsumer;
import javafx.geometry.Pos;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.layout.HBox;

/** Goes from page to page; nothing is there to see for a single page. */
final class Pager extends HBox {
    private final int count;
    private final IntConsumer show;
    private final Label where = new Label();
    private final Button before =
            Page.link("page-before", Words.text("viewer.page.before"), () -> go(-1));
    private final Button next = Page.link("page-next", Words.text("viewer.page.next"), () -> go(1));
    private int page;

    /**
     * @param show told the number of the page, from 0
     */
    Pager(int count, IntConsumer show) {
        super(10);
        this.count = count;
        this.show = show;
        setAlignment(Pos.CENTER_LEFT);
        where.getStyleClass().add(Styles.SECONDARY);
        where.setId("page-where");
        getChildren().setAll(before, where, next);
        setVisible(count > 1);
        setManaged(count > 1);
        go(0);
    }

    private void go(int step) {
        page = Math.max(0, Math.min(count - 1, page + step));
        before.setDisable(page == 0);
        next.setDisable(page == count - 1);
        where.setText(Words.text("viewer.page", page + 1, count));
        show.accept(page);
    }
}
