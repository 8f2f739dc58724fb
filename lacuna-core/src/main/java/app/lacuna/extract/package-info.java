/**
 * Unpacks entries into a folder, safely: {@link app.lacuna.extract.Extractor} is the door. Nothing
 * is written outside the chosen folder, and nothing that fails its check keeps its name.
 */
package app.lacuna.extract;
