package app.lacuna.job;

import app.lacuna.archive.Names;
import app.lacuna.archive.PackOptions;
import app.lacuna.clearing.ArchiveFingerprint;
import app.lacuna.common.CancelToken;
import app.lacuna.common.ProgressListener;
import app.lacuna.common.Secret;
import app.lacuna.common.Spelling;
import app.lacuna.compression.NativeMethods;
import app.lacuna.disc.DiscFacts.Spread;
import app.lacuna.disc.DiscOrder;
import app.lacuna.disc.DiscOrder.Form;
import app.lacuna.error.NothingToPack;
import app.lacuna.error.PageCanNotOpen;
import app.lacuna.exposure.Opener;
import app.lacuna.selection.FileItem;
import app.lacuna.selection.FileSelection;
import app.lacuna.selection.ItemKind;
import app.lacuna.staging.Existing;
import app.lacuna.staging.FileMarks;
import app.lacuna.staging.StagedSet;
import app.lacuna.staging.Target;
import java.io.IOException;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.OptionalLong;

/**
 * From a selection to images of discs: packed and proved as any archive, spread over discs, and the
 * images read back before they get their names. The archive itself is not kept.
 */
public final class PackDiscsJob {
    private final FileSelection chosen;
    private final PackOptions options;
    private final PackRequest.AfterPacking afterPacking;
    private final DiscOrder order;
    private final Path folder;
    private final ProgressListener listener;
    private final CancelToken cancel;

    /**
     * @param folder for the images
     */
    public PackDiscsJob(
            FileSelection chosen,
            PackOptions options,
            PackRequest.AfterPacking afterPacking,
            DiscOrder order,
            Path folder,
            ProgressListener listener,
            CancelToken cancel) {
        this.chosen = chosen;
        this.options = options;
        this.afterPacking = afterPacking;
        this.order = order;
        this.folder = folder;
        this.listener = listener;
        this.cancel = cancel;
    }

    /**
     * What was made.
     *
     * @param packed as if the images were the archive
     */
    public record Result(PackResult packed, DiscsResult discs) {}

    /**
     * @param password present exactly if the options protect; the caller closes it
     * @throws app.lacuna.error.TargetExists if an image of that name is there already
     */
    public Result run(Optional<Secret> password) throws IOException {
        if (password.isEmpty()) {
            return pack(password);
        }
        try (Secret composed = Spelling.COMPOSED.of(password.get())) {
            return pack(Optional.of(composed));
        }
    }

    private Result pack(Optional<Secret> password) throws IOException {
        Target first = Target.of(folder.resolve(order.label().of(1) + ".iso"));
        first.requireUsable(Existing.KEEP);
        FileSelection selection = OwnOutput.leaveOut(chosen, first.path());
        if (selection.items().isEmpty()) {
            throw new NothingToPack(selection.leftOut().size());
        }
        NativeMethods.require(options.method(), "");
        String method = options.method().name().toLowerCase(Locale.ROOT);
        if (!Opener.browsersRead(method)) {
            throw new PageCanNotOpen(method);
        }
        OptionalLong volumeBytes =
                order.spread() == Spread.TOGETHER ? room(selection) : OptionalLong.empty();
        try (StagedSet archive =
                new StagedSet(first, StagedSet.Naming.single(), Optional.empty())) {
            Packing.Packed packed =
                    new Packing(options, volumeBytes, afterPacking, password, listener, cancel)
                            .into(archive, selection, first.folder());
            cancel.check();
            return onto(selection, packed, archive.temporaries(), password);
        }
    }

    private DiscImages.Known known() {
        boolean proved = afterPacking != PackRequest.AfterPacking.TRUST;
        return proved ? DiscImages.Known.JUST_PROVED : DiscImages.Known.LAIN_AROUND;
    }

    private OptionalLong room(FileSelection selection) throws IOException {
        List<String> paths =
                selection.items().stream()
                        .filter(item -> item.kind() != ItemKind.FOLDER)
                        .map(FileItem::path)
                        .toList();
        Form form = new Form(options.protection().needsPassword(), options.names() == Names.HIDDEN);
        List<String> names = DiscImages.namesOnAll(order, options.names(), paths);
        return OptionalLong.of(DiscImages.room(order, form, names));
    }

    private Result onto(
            FileSelection selection,
            Packing.Packed packed,
            List<Path> archive,
            Optional<Secret> password)
            throws IOException {
        AsArchive images = new AsArchive(packed);
        DiscsResult discs =
                new DiscImages(order, known(), folder, listener, cancel)
                        .of(archive, password, images);
        PackResult result =
                new PackResult(
                        discs.images(),
                        options,
                        discs.bytes(),
                        packed.report().packed(),
                        packed.leftOut(),
                        selection.renamed(),
                        packed.report().unsteady(),
                        packed.packing(),
                        packed.proof(),
                        images.marks,
                        images.originals.files(),
                        Optional.empty());
        return new Result(result, discs);
    }

    /** From the moment on at which there are images, what was packed is a loose end. */
    private final class AsArchive implements DiscImages.Publishing {
        private final Packing.Packed packed;

        @SuppressWarnings("NullAway.Init") // set by publish
        private Originals originals;

        @SuppressWarnings("NullAway.Init") // set by publish
        private FileMarks marks;

        AsArchive(Packing.Packed packed) {
            this.packed = packed;
        }

        @Override
        public List<Path> publish(StagedSet images) throws IOException {
            originals =
                    new Originals(
                            folder.resolve(order.label().of(1) + ".iso"),
                            packed.report().packed(),
                            afterPacking == PackRequest.AfterPacking.PROVE_AND_DIGEST);
            List<Path> all = new ArrayList<>();
            originals.whilePublishing(
                    ArchiveFingerprint.of(images.temporaries().get(0)),
                    packed.proof(),
                    () -> {
                        all.addAll(images.publish(Existing.KEEP));
                        // Discs for recovery come last, and nothing of the archive is on them.
                        return all.subList(0, all.size() - order.recovery().discs());
                    });
            marks = images.marks();
            return all;
        }
    }
}
