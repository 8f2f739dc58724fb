package app.lacuna.job;

import app.lacuna.archive.ArchiveEntry;
import app.lacuna.archive.Limits;
import app.lacuna.archive.Listing;
import app.lacuna.archive.Names;
import app.lacuna.archive.Nested;
import app.lacuna.archive.iso.IsoReader;
import app.lacuna.archive.zip.Encryption;
import app.lacuna.archive.zip.KeepingWriter;
import app.lacuna.archive.zip.KeptEntry;
import app.lacuna.archive.zip.OpenedZip;
import app.lacuna.archive.zip.VolumeNames;
import app.lacuna.archive.zip.ZipArchiveReader;
import app.lacuna.archive.zip.ZipArchives;
import app.lacuna.common.CancelToken;
import app.lacuna.common.ProgressListener;
import app.lacuna.common.ProgressMeter;
import app.lacuna.common.Secret;
import app.lacuna.common.Sha256;
import app.lacuna.common.Stage;
import app.lacuna.disc.DiscFacts;
import app.lacuna.disc.DiscOrder;
import app.lacuna.disc.DiscOrder.Form;
import app.lacuna.disc.DiscRoom;
import app.lacuna.disc.DiscSetWriter;
import app.lacuna.disc.DiscSetWriter.Part;
import app.lacuna.disc.DiscShares;
import app.lacuna.disc.DiscSums;
import app.lacuna.disc.Recovery;
import app.lacuna.error.DiscTooSmall;
import app.lacuna.error.LacunaException;
import app.lacuna.error.NotEnoughSpace;
import app.lacuna.error.PageCanNotOpen;
import app.lacuna.error.ProofFailed;
import app.lacuna.error.TargetUnusable;
import app.lacuna.error.TooLargeForDisc;
import app.lacuna.error.TooManyParts;
import app.lacuna.exposure.Opener;
import app.lacuna.io.ByteSource;
import app.lacuna.io.FileSources;
import app.lacuna.io.SourceInput;
import app.lacuna.reedsolomon.RecoveryCheck;
import app.lacuna.reedsolomon.RecoveryFinder;
import app.lacuna.reedsolomon.RecoveryHeader;
import app.lacuna.reedsolomon.RecoveryPlan;
import app.lacuna.selection.ItemKind;
import app.lacuna.staging.FreeSpace;
import app.lacuna.staging.StagedSet;
import app.lacuna.staging.Target;
import app.lacuna.verify.ProofReport.ReadBack;
import java.io.IOException;
import java.io.InputStream;
import java.nio.channels.FileChannel;
import java.nio.file.Files;
import java.nio.file.Path;
import java.security.SecureRandom;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import java.util.stream.IntStream;

/** An archive onto images of discs: spread, written, read back, and given their names. */
final class DiscImages {
    /** A spread is worked out from what headers need at most; it has not been wrong yet. */
    private static final int ATTEMPTS = 3;

    private final DiscOrder order;
    private final Known known;
    private final Path folder;
    private final ProgressListener listener;
    private final CancelToken cancel;

    /** Gives the images their names. */
    @FunctionalInterface
    interface Publishing {
        List<Path> publish(StagedSet images) throws IOException;
    }

    /** What is known of the archive. */
    enum Known {
        /** It was proved a moment ago: that it was copied byte for byte is all there is to ask. */
        JUST_PROVED,
        /** It may have been damaged since: everything is read. */
        LAIN_AROUND
    }

    DiscImages(
            DiscOrder order,
            Known known,
            Path folder,
            ProgressListener listener,
            CancelToken cancel) {
        this.known = known;
        this.order = order;
        this.folder = folder;
        this.listener = listener;
        this.cancel = cancel;
    }

    /** What stands on discs of this archive, and how much of it goes onto each. */
    private record Layout(Form form, List<String> namesOnAll, long room) {}

    /** What is being made of the archive. */
    private record Packed(
            OpenedZip opened, List<Path> files, Optional<Secret> password, Layout layout) {
        Listing listing() {
            return opened.listing();
        }
    }

    /** The room for a part of an archive of this form, before there is one. */
    static long room(DiscOrder order, Form form, List<String> namesOnAll) throws IOException {
        long room = DiscRoom.beside(order, form, namesOnAll).of(order.kind(), order.recovery());
        if (room < VolumeNames.MIN_BYTES) {
            long disc = order.kind().bytes();
            throw new DiscTooSmall(disc, disc - room + VolumeNames.MIN_BYTES);
        }
        return room;
    }

    /** Names that stand on all discs, if an archive lies over all of them. */
    static List<String> namesOnAll(DiscOrder order, Names names, List<String> paths) {
        return order.spread() == DiscFacts.Spread.TOGETHER && names == Names.VISIBLE
                ? paths
                : List.of();
    }

    /**
     * @param files of the archive in their order, whatever they are called
     * @param password that of the archive; the caller closes it
     */
    DiscsResult of(List<Path> files, Optional<Secret> password, Publishing publishing)
            throws IOException {
        try (ZipArchiveReader reader = ZipArchives.open(files, Limits.NONE, Nested.AS_A_FILE);
                OpenedZip opened =
                        password.isPresent() ? reader.open(password.get()) : reader.open()) {
            opened.check(listener, cancel);
            Listing listing = opened.listing();
            requireForThePage(listing);
            Form form = new Form(listing.needsPassword() || hidden(listing), hidden(listing));
            List<String> names = namesOnAll(order, listing.names(), paths(listing.entries()));
            Layout layout = new Layout(form, names, room(order, form, names));
            if (password.isEmpty()) {
                return of(new Packed(opened, files, password, layout), publishing);
            }
            try (Secret same = opened.spelling().of(password.get())) {
                return of(new Packed(opened, files, Optional.of(same), layout), publishing);
            }
        }
    }

    /** The page is on every disc, so it has to open what is there. */
    private static void requireForThePage(Listing listing) throws PageCanNotOpen {
        for (ArchiveEntry entry : listing.entries()) {
            if (entry.kind() != ItemKind.FOLDER && !Opener.browsersRead(entry.method())) {
                throw new PageCanNotOpen(entry.method());
            }
        }
    }

    private static boolean hidden(Listing listing) {
        return listing.names() == Names.HIDDEN;
    }

    private static List<String> paths(List<ArchiveEntry> entries) {
        return entries.stream()
                .filter(entry -> entry.kind() != ItemKind.FOLDER)
                .map(ArchiveEntry::path)
                .toList();
    }

    private DiscsResult of(Packed source, Publishing publishing) throws IOException {
        if (order.spread() == DiscFacts.Spread.TOGETHER) {
            return together(source, publishing);
        }
        long room = source.layout().room();
        for (int attempt = 0; attempt < ATTEMPTS; attempt++) {
            DiscShares shares = DiscShares.of(source.listing(), room);
            if (!shares.tooLarge().isEmpty()) {
                throw new TooLargeForDisc(
                        largest(shares.tooLarge()), shares.tooLarge().size(), room);
            }
            Optional<DiscsResult> result = alone(source, shares, publishing);
            if (result.isPresent()) {
                return result.get();
            }
            room -= source.layout().room() / 50;
        }
        throw new ProofFailed(1, 1);
    }

    private static String largest(List<ArchiveEntry> entries) {
        return entries.stream()
                .max(Comparator.comparingLong(ArchiveEntry::packedSize))
                .orElseThrow()
                .path();
    }

    /** Empty if the archive of a disc has become too large after all. */
    private Optional<DiscsResult> alone(Packed source, DiscShares shares, Publishing publishing)
            throws IOException {
        int count = shares.discs().size();
        boolean asItIs =
                count == 1
                        && source.files().size() == 1
                        && Files.size(source.files().get(0)) <= source.layout().room();
        long largest =
                asItIs ? 0 : Math.min(source.layout().room(), source.listing().archiveBytes());
        requireFits(count, source.listing().archiveBytes(), largest);
        try (StagedSet images = images()) {
            Making making = new Making(source, images, count, asItIs ? 0 : 2);
            for (int disc = 0; disc < count; disc++) {
                List<ArchiveEntry> entries = shares.discs().get(disc);
                if (asItIs) {
                    making.add(source.files().get(0), entries);
                    continue;
                }
                try (StagedSet archive = parts()) {
                    write(source, entries, archive, making.meter);
                    Path file = archive.temporaries().get(0);
                    if (Files.size(file) > source.layout().room()) {
                        return Optional.empty();
                    }
                    prove(source, List.of(file), entries, making.meter);
                    making.add(file, entries);
                }
            }
            return Optional.of(making.finish(shares.bound(), shares.fullness(), publishing));
        }
    }

    private DiscsResult together(Packed source, Publishing publishing) throws IOException {
        long room = source.layout().room();
        boolean fits = true;
        for (Path file : source.files()) {
            fits &= Files.size(file) <= room;
        }
        long bytes = source.listing().archiveBytes();
        int expected = (int) Math.max(1, (bytes + room - 1) / room);
        requireFits(fits ? source.files().size() : expected, bytes, fits ? 0 : bytes);
        try (StagedSet images = images();
                StagedSet volumes = parts()) {
            List<Path> files = source.files();
            ProgressMeter before = new ProgressMeter(listener, Stage.REWRITING, 2 * bytes, 0);
            if (!fits) {
                List<ArchiveEntry> all = source.listing().entries();
                write(source, all, volumes, before);
                files = volumes.temporaries();
                prove(source, files, all, before);
            }
            requireCode(files.size());
            Making making = new Making(source, images, files.size(), 0);
            List<Path> names = VolumeNames.of(Path.of(order.label().text() + ".zip"), files.size());
            for (int i = 0; i < files.size(); i++) {
                making.add(names.get(i).toString(), files.get(i), List.of());
            }
            return making.finish(files.size(), 100, publishing);
        }
    }

    private void requireCode(int dataDiscs) throws TooManyParts {
        int recovery = order.recovery().discs();
        if (recovery > 0 && dataDiscs + recovery > RecoveryPlan.MAX_DISCS) {
            throw new TooManyParts(RecoveryPlan.MAX_DISCS);
        }
    }

    private void requireFits(int dataDiscs, long bytes, long besideImages) throws IOException {
        requireCode(dataDiscs);
        long images = bytes + bytes / dataDiscs * order.recovery().discs() + besideImages;
        if (order.recovery().kind() == Recovery.Kind.SCRATCHES) {
            images += Math.min(bytes, dataDiscs * order.kind().bytes() - bytes);
        }
        long free = FreeSpace.at(folder);
        if (images > free) {
            throw new NotEnoughSpace(images, free);
        }
    }

    private StagedSet images() throws IOException {
        return new StagedSet(
                Target.of(folder.resolve(imageName(1))),
                (name, count) ->
                        IntStream.rangeClosed(1, count)
                                .mapToObj(number -> name.resolveSibling(imageName(number)))
                                .toList(),
                Optional.empty());
    }

    private String imageName(int number) {
        return order.label().of(number) + ".iso";
    }

    private StagedSet parts() throws IOException {
        Target beside = Target.of(folder.resolve(order.label().text() + ".zip"));
        return new StagedSet(beside, StagedSet.Naming.single(), Optional.empty());
    }

    private void write(
            Packed source, List<ArchiveEntry> entries, StagedSet staged, ProgressMeter meter)
            throws IOException {
        boolean alone = order.spread() == DiscFacts.Spread.OPEN_ALONE;
        SecureRandom random = new SecureRandom();
        try (KeepingWriter writer =
                alone
                        ? ZipArchives.write(
                                staged.add(),
                                ChangeJob.formOf(source.listing()),
                                source.password(),
                                random)
                        : ZipArchives.writeSplit(
                                new StagedParts(staged),
                                source.layout().room(),
                                ChangeJob.formOf(source.listing()),
                                source.password(),
                                random)) {
            writer.keepAll(
                    source.opened(),
                    kept(entries),
                    Encryption.AS_IT_IS,
                    new KeepingReport(meter, cancel));
            writer.keepNote(source.opened());
            writer.finish();
            staged.force();
        } catch (LacunaException e) {
            throw e;
        } catch (IOException e) {
            throw new TargetUnusable(folder, e);
        }
    }

    private void prove(
            Packed source, List<Path> files, List<ArchiveEntry> entries, ProgressMeter meter)
            throws IOException {
        long bytes = entries.stream().mapToLong(ArchiveEntry::packedSize).sum();
        PartialProgress part = new PartialProgress(meter, bytes);
        RewriteProof proof = new RewriteProof(source.opened(), part, cancel);
        if (known == Known.JUST_PROVED && files.size() == 1) {
            proof.ofCopies(files.get(0), kept(entries), List.of(), source.password());
        } else {
            proof.of(files, kept(entries), List.of(), source.password());
        }
        part.finish();
    }

    private static List<KeptEntry> kept(List<ArchiveEntry> entries) {
        return entries.stream().map(entry -> new KeptEntry(entry, entry.path())).toList();
    }

    /** The images of one attempt. */
    private final class Making {
        private final Packed source;
        private final StagedSet images;
        private final ProgressMeter meter;
        private final DiscSetWriter writer;
        private final List<Part> parts = new ArrayList<>();
        private final List<Long> archiveBytes = new ArrayList<>();
        private final List<List<String>> paths = new ArrayList<>();

        /**
         * @param passesBefore how often everything is read or written before it comes here
         */
        Making(Packed source, StagedSet images, int count, int passesBefore) {
            this.source = source;
            this.images = images;
            Recovery recovery = order.recovery();
            int passes =
                    switch (recovery.kind()) {
                        case NONE -> 3;
                        case SCRATCHES -> 5;
                        case DISCS -> 5 + recovery.discs();
                    };
            long bytes = source.listing().archiveBytes() * (passes + passesBefore);
            meter = new ProgressMeter(listener, Stage.IMAGING, bytes, count);
            writer =
                    new DiscSetWriter(
                            order,
                            source.layout().form(),
                            count,
                            new Staged(images),
                            meter::addBytes,
                            cancel);
        }

        void add(Path file, List<ArchiveEntry> entries) throws IOException {
            add(writer.nextArchiveName(), file, DiscImages.paths(entries));
        }

        void add(String name, Path file, List<String> inside) throws IOException {
            Part part = new Part(name, file, digest(file));
            boolean visible = !source.layout().form().namesAreHidden();
            List<String> names =
                    source.layout().namesOnAll().isEmpty() && visible
                            ? inside
                            : source.layout().namesOnAll();
            try {
                writer.add(part, names);
            } catch (LacunaException e) {
                throw e;
            } catch (IOException e) {
                throw new TargetUnusable(folder, e);
            }
            parts.add(part);
            archiveBytes.add(Files.size(file));
            paths.add(inside);
            meter.itemDone();
        }

        private String digest(Path file) throws IOException {
            try (ByteSource bytes = FileSources.open(file, FileSources.Way.AS_THE_SYSTEM_LIKES);
                    InputStream in = new SourceInput(bytes, 0, bytes.size())) {
                String digest = Sha256.of(in, cancel);
                meter.addBytes(bytes.size());
                return digest;
            }
        }

        DiscsResult finish(int bound, double fullness, Publishing publishing) throws IOException {
            List<DiscFacts> facts = finishWriting();
            boolean fromDevice = true;
            for (int i = 0; i < facts.size(); i++) {
                fromDevice &= check(i);
            }
            cancel.check();
            List<Long> sizes = new ArrayList<>();
            for (Path image : images.temporaries()) {
                sizes.add(Files.size(image));
            }
            List<Path> names = publishing.publish(images);
            meter.finish();
            List<DiscsResult.Disc> discs = new ArrayList<>();
            for (int i = 0; i < names.size(); i++) {
                boolean data = i < parts.size();
                discs.add(
                        new DiscsResult.Disc(
                                names.get(i),
                                facts.get(i),
                                sizes.get(i),
                                data ? archiveBytes.get(i) : 0,
                                data ? paths.get(i) : List.of()));
            }
            ReadBack back = fromDevice ? ReadBack.FROM_DEVICE : ReadBack.AS_THE_SYSTEM_LIKES;
            return new DiscsResult(order, discs, bound, fullness, back);
        }

        private List<DiscFacts> finishWriting() throws IOException {
            try {
                List<DiscFacts> facts = writer.finish();
                images.force();
                return facts;
            } catch (LacunaException e) {
                throw e;
            } catch (IOException e) {
                throw new TargetUnusable(folder, e);
            }
        }

        /** Every file on it, and all that the recovery data covers. */
        private boolean check(int index) throws IOException {
            Path image = images.temporaries().get(index);
            try (ByteSource disc = FileSources.open(image, FileSources.Way.PAST_CACHE)) {
                DiscSums sums = new DiscSums(IsoReader.open(disc), meter::addBytes, cancel);
                boolean right = true;
                if (index < parts.size()) {
                    Part part = parts.get(index);
                    right = part.sha256().equals(sums.said().get(part.name()));
                }
                for (var said : sums.said().entrySet()) {
                    right &= sums.isRight(said.getKey(), said.getValue());
                }
                if (order.recovery().kind() != Recovery.Kind.NONE) {
                    Optional<RecoveryHeader> header = RecoveryFinder.find(disc, cancel);
                    boolean wanted = order.recovery().discs() > 0;
                    right &= header.isPresent() || !wanted;
                    right &=
                            header.isEmpty()
                                    || new RecoveryCheck(
                                                            disc,
                                                            header.get(),
                                                            meter::addBytes,
                                                            cancel)
                                                    .lost()
                                            == 0;
                }
                if (!right) {
                    throw new ProofFailed(1, images.temporaries().size());
                }
                return disc.isPastCache();
            }
        }
    }

    private record Staged(StagedSet set) implements DiscSetWriter.Images {
        @Override
        public FileChannel add() throws IOException {
            return set.add();
        }

        @Override
        public Path file(int index) {
            return set.temporaries().get(index);
        }
    }
}
