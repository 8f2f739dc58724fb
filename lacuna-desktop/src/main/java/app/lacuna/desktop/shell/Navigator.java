package app.lacuna.desktop.shell;

import app.lacuna.base.Secret;
import java.nio.file.Path;

/** From one place to what another one does, without knowing it. */
public interface Navigator {
    /** Shows an archive; the password, which is taken over, opens it. */
    void look(Path archive, Secret password);

    /** Shows an archive. */
    void look(Path archive);
}
