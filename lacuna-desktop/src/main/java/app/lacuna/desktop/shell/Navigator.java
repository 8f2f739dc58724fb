package app.lacuna.desktop.shell;

import app.lacuna.common.Secret;
import app.lacuna.rounds.Round;
import java.nio.file.Path;
import java.util.Map;

/** From one place to what another one does, without knowing it. */
public interface Navigator {
    /** Shows an archive; the password, which is taken over, opens it. */
    void look(Path archive, Secret password);

    /** Shows an archive. */
    void look(Path archive);

    /**
     * Shows an archive, and when it is open puts newer files into it as changes to be written.
     *
     * @param newer by the paths that they have in the archive
     */
    void change(Path archive, Map<String, Path> newer);

    /**
     * Goes on with this where discs are written.
     *
     * @return whether it is taken there, and not busy with another set
     */
    boolean ontoDiscs(DiscsWanted wanted);

    /** Puts a saved job onto the page where archives are packed. */
    void prepare(Round round);
}
