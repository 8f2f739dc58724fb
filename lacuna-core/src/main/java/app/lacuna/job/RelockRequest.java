package app.lacuna.job;

import app.lacuna.archive.Names;
import app.lacuna.archive.Protection;
import java.util.Optional;

/**
 * How an archive is to be locked from now on.
 *
 * @param protection AES, or none; traditional encryption is not given to anything anew
 * @param hint in place of the one that is there, if it is to be another
 */
public record RelockRequest(
        RewriteTarget where, Protection protection, Names names, Optional<String> hint) {
    public RelockRequest {
        if (protection == Protection.TRADITIONAL) {
            throw new IllegalArgumentException("nothing is locked anew by a weak scheme");
        }
        if (names == Names.HIDDEN && !protection.canHideNames()) {
            throw new IllegalArgumentException("names are hidden by AES only");
        }
    }
}
