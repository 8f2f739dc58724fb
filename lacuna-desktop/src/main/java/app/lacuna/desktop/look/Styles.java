package app.lacuna.desktop.look;

/** Style classes, as the style sheets have them. */
public final class Styles {
    public static final String ROOT = "lacuna";
    public static final String LARGE_TEXT = "large-text";
    public static final String DARK = "dark";
    public static final String CONTRAST = "contrast";
    public static final String MARGIN = "margin";
    public static final String PLACE = "place";
    public static final String PAGE = "page";
    public static final String FOOT = "foot";
    public static final String BRIEF = "brief";
    public static final String BRIEF_WORD = "brief-word";
    public static final String PROTECTED = "protected";
    public static final String READABLE = "readable";
    public static final String ATTENTION = "attention";
    public static final String SHEET = "sheet";
    public static final String SHEET_HEAD = "sheet-head";
    public static final String SHEET_FOOT = "sheet-foot";
    public static final String CARD = "card";
    public static final String CARD_TITLE = "card-title";
    public static final String HEADING = "heading";
    public static final String SECONDARY = "secondary";
    public static final String CAPTION = "caption";
    public static final String MONO = "mono";
    public static final String PRIMARY = "primary";
    public static final String PLAIN = "plain";
    public static final String LINK = "link";
    public static final String POPOVER = "popover";
    public static final String DROP_ZONE = "drop-zone";
    public static final String DROP_OVER = "drop-over";
    public static final String GAP = "gap";
    public static final String STATUS = "status";
    public static final String MESSAGE = "message";

    private Styles() {}
}
