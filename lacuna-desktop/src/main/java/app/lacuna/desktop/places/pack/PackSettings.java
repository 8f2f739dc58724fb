package app.lacuna.desktop.places.pack;

import app.lacuna.desktop.settings.Setting;
import app.lacuna.desktop.settings.Stored;
import app.lacuna.desktop.ui.FileDialogs;
import app.lacuna.desktop.words.PathNames;
import app.lacuna.desktop.words.Sizes;
import app.lacuna.desktop.words.Words;
import app.lacuna.forecast.Delivery;
import app.lacuna.state.Settings;
import java.nio.file.Files;
import java.nio.file.InvalidPathException;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.stream.Stream;

/** What a packing job begins with. */
final class PackSettings {
    static final List<Long> MAIL_LIMITS =
            List.of(10_000_000L, 20_000_000L, 25_000_000L, 50_000_000L);

    private final Setting<String> whom;
    private final Setting<String> folder;
    private final Setting<Long> mailLimit;

    PackSettings(Settings file, FileDialogs dialogs) {
        List<String> choices = new ArrayList<>(List.of(""));
        Stream.of(ForWhom.values()).map(Enum::name).forEach(choices::add);
        whom =
                Stored.in(
                        file,
                        "pack-for",
                        "",
                        choices,
                        PackSettings::whomWords,
                        text -> Optional.of(text).filter(choices::contains),
                        text -> text);
        folder =
                Stored.text(file, "pack-into", List.of(""), PackSettings::folderWords)
                        .orAsk(
                                () ->
                                        dialogs.chooseFolder(Words.text("setting.pack-into"))
                                                .map(Path::toString));
        mailLimit =
                Stored.in(
                        file,
                        "mail-limit",
                        Delivery.USUAL_MAIL_LIMIT,
                        MAIL_LIMITS,
                        Sizes::inWords,
                        PackSettings::bytes,
                        String::valueOf);
    }

    private static String whomWords(String name) {
        return name.isEmpty()
                ? Words.text("setting.pack-for.last")
                : Words.text("popover.whom." + ForWhom.valueOf(name));
    }

    private static String folderWords(String path) {
        return path.isEmpty() ? Words.text("setting.pack-into.beside") : PathNames.printable(path);
    }

    private static Optional<Long> bytes(String text) {
        return text.strip().matches("[1-9]\\d{0,15}")
                ? Optional.of(Long.parseLong(text.strip()))
                : Optional.empty();
    }

    /** A new job is set up like this. */
    void applyTo(PackViewModel model) {
        if (!whom.value().get().isEmpty()) {
            model.choose(ForWhom.valueOf(whom.value().get()));
        }
        chosenFolder().ifPresent(model.folder()::set);
        model.mailLimit().set(mailLimit.value().get());
    }

    private Optional<Path> chosenFolder() {
        try {
            return Optional.of(folder.value().get())
                    .filter(path -> !path.isEmpty())
                    .map(Path::of)
                    .filter(Files::isDirectory);
        } catch (InvalidPathException e) {
            return Optional.empty();
        }
    }

    List<Setting<?>> all() {
        return List.of(whom, folder, mailLimit);
    }
}
