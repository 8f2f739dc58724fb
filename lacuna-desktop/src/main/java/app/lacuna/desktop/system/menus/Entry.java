package app.lacuna.desktop.system.menus;

/**
 * One entry.
 *
 * @param id in small letters
 * @param words as it stands in the menu
 * @param argument of the launcher, before the files
 * @param archivesOnly whether it is of use for archives alone
 */
public record Entry(String id, String words, String argument, boolean archivesOnly) {}
