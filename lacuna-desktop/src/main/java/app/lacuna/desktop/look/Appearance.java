package app.lacuna.desktop.look;

/** The switch between light and dark. */
public enum Appearance {
    SYSTEM,
    LIGHT,
    DARK;

    public Appearance next() {
        return values()[(ordinal() + 1) % values().length];
    }

    public boolean isDark() {
        return this == SYSTEM ? SystemAppearance.isDark() : this == DARK;
    }
}
