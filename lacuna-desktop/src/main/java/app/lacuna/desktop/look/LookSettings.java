package app.lacuna.desktop.look;

import app.lacuna.desktop.settings.Setting;
import app.lacuna.desktop.settings.Stored;
import app.lacuna.desktop.words.Words;
import app.lacuna.state.Settings;
import java.util.List;

/** How the window looks, as the user wants it. */
public final class LookSettings {
    /** Of the size of texts: as the system has it. */
    static final int AS_THE_SYSTEM = 0;

    private final Setting<Appearance> appearance;
    private final Setting<Integer> textSize;
    private final Setting<Boolean> motion;

    public LookSettings(Settings file) {
        appearance =
                Stored.oneOf(
                        file, "look", Appearance.SYSTEM, look -> Words.text("appearance." + look));
        textSize =
                Stored.number(
                        file,
                        "text-size",
                        AS_THE_SYSTEM,
                        List.of(AS_THE_SYSTEM, 100, 125, 150, 200),
                        percent ->
                                percent == AS_THE_SYSTEM
                                        ? Words.text("text-size.system")
                                        : Words.text("text-size", percent));
        motion =
                Stored.yesOrNo(
                        file,
                        "motion",
                        true,
                        yes -> Words.text(yes ? "motion.system" : "motion.none"));
        Motion.setWanted(motion.value().get());
        motion.value().addListener((property, before, now) -> Motion.setWanted(now));
    }

    public Setting<Appearance> appearance() {
        return appearance;
    }

    /** In percent of the usual size; 0 as the system has it. */
    public Setting<Integer> textSize() {
        return textSize;
    }

    /** In the order in which they are shown. */
    public List<Setting<?>> all() {
        return List.of(appearance, textSize, motion);
    }
}
