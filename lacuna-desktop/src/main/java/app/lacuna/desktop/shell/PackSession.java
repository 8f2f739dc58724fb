package app.lacuna.desktop.shell;

import app.lacuna.desktop.parts.receipt.ReceiptView;
import app.lacuna.desktop.places.pack.PackView;
import app.lacuna.desktop.places.pack.PackViewModel;
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

    boolean hasReceipt() {
        return receipt.isPresent();
    }

    Region page() {
        return receipt.map(ReceiptView::page).orElse(view.page());
    }
}
