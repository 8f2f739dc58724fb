package app.lacuna.desktop.parts.receipt;

import app.lacuna.desktop.parts.password.KeptPassword;
import javafx.scene.Node;

/**
 * The step of a receipt that is open until somebody has the password that was made.
 *
 * @param buttons what can be done with it
 */
public record PasswordStep(KeptPassword kept, Node buttons) {}
