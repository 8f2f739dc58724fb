package app.lacuna.desktop.look;

/** Light or dark, or with as much contrast as there is. */
public enum Appearance {
    SYSTEM,
    LIGHT,
    DARK,
    /** Black on white, or the other way round if the system is dark. */
    CONTRAST;

    public boolean isDark() {
        return this == DARK || this != LIGHT && SystemAppearance.isDark();
    }
}
