package app.lacuna.desktop.places.pack;

import app.lacuna.desktop.parts.receipt.ReceiptView;
import java.util.Optional;
import javafx.scene.layout.Region;

/** One packing job from its first file to its receipt. Several can be under way at once. */
final class PackSession {
    private final PackViewModel model;
    private final PackView view;
    private Optional<ReceiptView> receipt = Optional.empty();

    PackSession(PackViewModel model, PackView view) {
        this.model = model;
        this.view = view;
    }

    PackViewModel model() {
        return model;
    }

    PackView view() {
        return view;
    }

    void setReceipt(Optional<ReceiptView> now) {
        receipt = now;
    }

    Optional<ReceiptView> receipt() {
        return receipt;
    }

    /** Whether what was packed has a password that was made here and that nobody knows. */
    boolean isPasswordUnknown() {
        return model.kept().filter(kept -> !kept.known().get()).isPresent();
    }

    boolean hasReceipt() {
        return receipt.isPresent();
    }

    Region page() {
        return receipt.map(ReceiptView::page).orElse(view.page());
    }
}
