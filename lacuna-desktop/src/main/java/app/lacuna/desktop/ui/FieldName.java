package app.lacuna.desktop.ui;

import java.util.Optional;
import javafx.beans.property.Property;
import javafx.scene.AccessibleAttribute;
import javafx.scene.Node;
import javafx.scene.control.Label;

/**
 * What a field is called that something is written in. A screen reader asks such a field for its
 * label; what the toolkit calls its text is what is in it. There is a label for it even where the
 * page shows none.
 */
public final class FieldName {
    private FieldName() {}

    /** Nobody sees it. */
    public static void give(Node field, String name) {
        new Label(name).setLabelFor(field);
    }

    /** Where the name of that is written, if it is one that nobody sees. */
    static Optional<Property<String>> of(Node field) {
        return field.queryAccessibleAttribute(AccessibleAttribute.LABELED_BY) instanceof Label label
                        && label.getScene() == null
                ? Optional.of(label.textProperty())
                : Optional.empty();
    }
}
