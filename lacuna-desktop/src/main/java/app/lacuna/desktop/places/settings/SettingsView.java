package app.lacuna.desktop.places.settings;

import app.lacuna.desktop.look.Styles;
import app.lacuna.desktop.settings.Setting;
import app.lacuna.desktop.ui.BriefLine;
import app.lacuna.desktop.ui.Page;
import app.lacuna.desktop.ui.Sentence;
import app.lacuna.desktop.words.PathNames;
import app.lacuna.desktop.words.Words;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import javafx.scene.control.Label;
import javafx.scene.control.ScrollPane;
import javafx.scene.layout.VBox;

/** The page: a sentence that says how many are not as usual, and the sheet. */
final class SettingsView {
    private final List<SettingRow<?>> rows = new ArrayList<>();
    private final BriefLine brief = new BriefLine();
    private final Page page = new Page(brief);

    SettingsView(Map<String, List<Setting<?>>> groups, Path file) {
        VBox list = new VBox();
        list.getStyleClass().add("settings-list");
        groups.forEach(
                (title, settings) -> {
                    Label heading = Page.label(title, Styles.HEADING);
                    heading.getStyleClass().add("settings-heading");
                    list.getChildren().add(heading);
                    settings.forEach(setting -> list.getChildren().add(row(setting)));
                });
        ScrollPane scroll = new ScrollPane(list);
        scroll.setId("settings-list");
        scroll.setFitToWidth(true);
        scroll.getStyleClass().addAll("columns", Styles.SHEET);
        page.setWork(scroll);
        page.setFoot(
                Page.status(
                        Page.label(Words.text("settings.kept")),
                        Page.label(PathNames.known(file))));
        write();
    }

    private <T> SettingRow<T> row(Setting<T> setting) {
        SettingRow<T> row = new SettingRow<>(setting);
        rows.add(row);
        setting.value().addListener((property, before, now) -> write());
        return row;
    }

    private void write() {
        long other = rows.stream().filter(row -> !row.setting().isUsual()).count();
        brief.clear();
        new Sentence("settings.brief")
                .fact(other == 0 ? "yes" : "no")
                .word(to -> to.fact(Words.text("settings.brief.usual")))
                .word(to -> to.fact(Words.text("settings.brief.other", other)))
                .into(brief);
    }

    Page page() {
        return page;
    }

    /** From now on what is set at this moment is how it was. */
    void shown() {
        rows.forEach(SettingRow::remember);
        rows.get(0).focus();
    }
}
