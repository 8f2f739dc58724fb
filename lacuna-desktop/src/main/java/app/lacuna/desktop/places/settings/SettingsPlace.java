package app.lacuna.desktop.places.settings;

import app.lacuna.desktop.settings.Setting;
import app.lacuna.desktop.settings.Stored;
import app.lacuna.desktop.shell.Place;
import app.lacuna.desktop.shell.Services;
import app.lacuna.desktop.system.menus.FileManagers;
import app.lacuna.desktop.ui.Page;
import app.lacuna.desktop.words.Words;
import app.lacuna.messages.Language;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import javafx.beans.property.ReadOnlyObjectWrapper;
import javafx.beans.value.ObservableValue;
import javafx.scene.control.Button;
import javafx.scene.layout.Region;

/** One quiet sheet with everything that can be set, place by place. */
public final class SettingsPlace implements Place {
    private final Setting<String> language;
    private final SettingsView view;
    private final Button link = Page.link("place-settings", Words.text("place.settings"), () -> {});
    private final ReadOnlyObjectWrapper<Region> page = new ReadOnlyObjectWrapper<>();

    /**
     * @param others whose settings are shown too
     * @param managers whose menus can have entries, if it is known how
     */
    public SettingsPlace(Services services, List<Place> others, Optional<FileManagers> managers) {
        List<String> codes = new ArrayList<>(List.of(""));
        Language.all().forEach(each -> codes.add(each.code()));
        language =
                Stored.text(services.settings(), "language", codes, SettingsPlace::languageWords);
        Map<String, List<Setting<?>>> groups = new LinkedHashMap<>();
        List<Setting<?>> window = new ArrayList<>(List.of(language));
        window.addAll(services.look().all());
        managers.ifPresent(each -> window.add(MenuEntries.of(each)));
        groups.put(Words.text("settings.window"), window);
        others.stream()
                .filter(place -> !place.settings().isEmpty())
                .forEach(place -> groups.put(place.title(), place.settings()));
        view = new SettingsView(groups, services.settings().file());
        page.set(view.page());
    }

    private static String languageWords(String code) {
        return code.isEmpty()
                ? Words.text("setting.language.system")
                : new Language(code).ownName();
    }

    @Override
    public String id() {
        return "settings";
    }

    @Override
    public String title() {
        return Words.text("place.settings");
    }

    @Override
    public Optional<Button> marginBox() {
        return Optional.of(link);
    }

    @Override
    public ObservableValue<Region> page() {
        return page.getReadOnlyProperty();
    }

    @Override
    public void focusFirst() {
        view.shown();
    }

    @Override
    public List<PlaceKey> keys() {
        return List.of(
                PlaceKey.everywhere("Ctrl+Comma", Words.text("key.settings.does"), () -> {}));
    }
}
