package app.lacuna.looseends;

import app.lacuna.clearing.ReadableFile;
import app.lacuna.clearing.ReadableFile.Sort;
import app.lacuna.common.CancelToken;
import app.lacuna.state.CurrentUser;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.LinkOption;
import java.nio.file.Path;
import java.nio.file.attribute.UserPrincipal;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;

/** Looks at files before they are cleared, and changes nothing. */
public final class ClearPlanner {
    private final Evidence evidence;
    private final CancelToken cancel;
    private final Set<Path> onTheWay = new HashSet<>();
    private final Set<String> archiveKeys = new HashSet<>();
    private final Map<Path, Boolean> writable = new HashMap<>();
    private final Optional<UserPrincipal> me;

    public ClearPlanner(Evidence evidence, CancelToken cancel) {
        this.evidence = evidence;
        this.cancel = cancel;
        me = CurrentUser.principal();
        for (Path file : evidence.archive()) {
            protect(file.toAbsolutePath());
            try {
                protect(file.toRealPath());
                ReadableFile.now(file.toRealPath(), "").key().ifPresent(archiveKeys::add);
            } catch (IOException e) {
                continue; // it is not there: then nothing goes
            }
        }
    }

    private void protect(Path place) {
        for (Path path = place; path != null; path = path.getParent()) {
            onTheWay.add(path);
        }
    }

    public ClearPlan plan(List<ReadableFile> files) {
        List<ReadableFile> goes = new ArrayList<>();
        List<Staying> stays = new ArrayList<>();
        List<Path> linked = new ArrayList<>();
        List<Path> withMore = new ArrayList<>();
        boolean stands = evidence.stands();
        for (ReadableFile file : files) {
            cancel.check();
            Optional<Stays> why = stands ? why(file) : Optional.of(Stays.ARCHIVE_CHANGED);
            if (why.isPresent()) {
                stays.add(new Staying(file.path(), why.get()));
                continue;
            }
            goes.add(file);
            if (file.isFile() && Beyond.hasOtherNames(file.path())) {
                linked.add(file.path());
            }
            if (Beyond.keepsMore(file.path())) {
                withMore.add(file.path());
            }
        }
        return new ClearPlan(goes, stays, linked, withMore);
    }

    private Optional<Stays> why(ReadableFile file) {
        ReadableFile now;
        try {
            now = ReadableFile.now(file.path(), file.entry());
        } catch (IOException e) {
            return Optional.of(
                    Files.exists(file.path(), LinkOption.NOFOLLOW_LINKS)
                            ? Stays.UNREADABLE
                            : Stays.GONE);
        }
        if (now.sort() != file.sort()) {
            return Optional.of(Stays.REPLACED);
        }
        if (isArchive(now)) {
            return Optional.of(Stays.ARCHIVE);
        }
        if (!file.looksLike(now)) {
            return Optional.of(Stays.CHANGED);
        }
        Optional<Stays> unproved = evidence.against(file);
        if (unproved.isPresent()) {
            return unproved;
        }
        if (!isOurs(file.path())) {
            return Optional.of(Stays.NOT_OURS);
        }
        return isRemovable(file.path()) ? Optional.empty() : Optional.of(Stays.NOT_PERMITTED);
    }

    /** The archive, another name of it, or a link that leads to it. */
    boolean isArchive(ReadableFile now) {
        boolean leads = now.sort() == Sort.LINK && onTheWay.contains(now.path());
        boolean itself = now.isFile() && onTheWay.contains(now.path());
        return leads || itself || now.key().filter(archiveKeys::contains).isPresent();
    }

    private boolean isOurs(Path path) {
        try {
            return me.isEmpty() || Files.getOwner(path, LinkOption.NOFOLLOW_LINKS).equals(me.get());
        } catch (IOException | UnsupportedOperationException e) {
            return true; // a file system that knows no owners
        }
    }

    private boolean isRemovable(Path path) {
        return path.getParent() != null
                && writable.computeIfAbsent(path.getParent(), Files::isWritable);
    }
}
