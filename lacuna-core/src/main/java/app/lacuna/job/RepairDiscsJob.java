package app.lacuna.job;

import static java.util.Objects.requireNonNull;

import app.lacuna.archive.iso.IsoEntry;
import app.lacuna.archive.iso.IsoReader;
import app.lacuna.common.CancelToken;
import app.lacuna.common.ProgressListener;
import app.lacuna.common.ProgressMeter;
import app.lacuna.common.Stage;
import app.lacuna.disc.DiscSums;
import app.lacuna.error.DiscsDoNotBelong;
import app.lacuna.error.LacunaException;
import app.lacuna.error.NotAnArchive;
import app.lacuna.error.NotEnoughSpace;
import app.lacuna.error.ProofFailed;
import app.lacuna.io.ByteSource;
import app.lacuna.io.FileSource;
import app.lacuna.job.DiscsRepaired.Disc;
import app.lacuna.job.DiscsRepaired.State;
import app.lacuna.reedsolomon.DiscRepair;
import app.lacuna.reedsolomon.RecoveryCheck;
import app.lacuna.reedsolomon.RecoveryFinder;
import app.lacuna.reedsolomon.RecoveryHeader;
import app.lacuna.reedsolomon.RecoveryHeader.Kind;
import app.lacuna.reedsolomon.RepairReport;
import app.lacuna.reedsolomon.SetRepair;
import app.lacuna.staging.Existing;
import app.lacuna.staging.FreeSpace;
import app.lacuna.staging.StagedSet;
import app.lacuna.staging.Target;
import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.channels.FileChannel;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardOpenOption;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;

/**
 * Looks through the images of discs and works out what is lost on them, or lost as a whole, from
 * the recovery data of the set. Writes a new image of every disc that was not whole; the others
 * stay where they are, and none is changed.
 */
public final class RepairDiscsJob {
    private static final int ALIGNED = 1 << 16;

    private final List<Path> images;
    private final Path folder;
    private final ProgressListener listener;
    private final CancelToken cancel;
    private final List<Disc> discs = new ArrayList<>();
    private final List<Integer> made = new ArrayList<>();

    @SuppressWarnings("NullAway.Init") // set when it is run
    private ProgressMeter meter;

    /** A disc that is there, with what it says of its recovery data. */
    private record There(Path image, ByteSource source, RecoveryHeader header, long lost) {}

    /**
     * @param images of one set, in any order
     * @param folder for new images
     */
    public RepairDiscsJob(
            List<Path> images, Path folder, ProgressListener listener, CancelToken cancel) {
        this.images = List.copyOf(images);
        this.folder = folder;
        this.listener = listener;
        this.cancel = cancel;
    }

    /**
     * @throws NotAnArchive if one of them is no image
     * @throws DiscsDoNotBelong if they are not of one set
     */
    public DiscsRepaired run() throws IOException {
        long bytes = 0;
        for (Path image : images) {
            if (!Files.isRegularFile(image)) {
                throw new NotAnArchive(image);
            }
            bytes += Files.size(image);
        }
        meter = new ProgressMeter(listener, Stage.REPAIRING, 2 * bytes, images.size());
        List<ByteSource> sources = new ArrayList<>();
        List<String> names = new ArrayList<>();
        Target target = Target.of(folder.resolve("repaired.iso"));
        try (StagedSet staged =
                new StagedSet(
                        target,
                        (name, count) -> names.stream().map(name::resolveSibling).toList(),
                        Optional.empty())) {
            repair(look(sources), staged);
            staged.force();
            names.addAll(namesOf(staged.temporaries()));
            cancel.check();
            List<Path> published = names.isEmpty() ? List.of() : staged.publish(Existing.KEEP);
            meter.finish();
            return result(published);
        } finally {
            for (ByteSource source : sources) {
                source.close();
            }
        }
    }

    private DiscsRepaired result(List<Path> published) {
        List<Disc> all = new ArrayList<>(discs);
        for (int i = 0; i < made.size(); i++) {
            all.set(made.get(i), all.get(made.get(i)).at(published.get(i)));
        }
        all.sort(Comparator.comparingInt(Disc::number));
        return new DiscsRepaired(all);
    }

    private List<There> look(List<ByteSource> sources) throws IOException {
        List<There> there = new ArrayList<>();
        Map<Path, ByteSource> withoutHeader = new LinkedHashMap<>();
        for (Path image : images) {
            ByteSource source = new FileSource(image);
            sources.add(source);
            Optional<RecoveryHeader> header = RecoveryFinder.find(source, cancel);
            if (header.isEmpty()) {
                withoutHeader.put(image, source);
                continue;
            }
            there.add(checked(image, source, header.get()));
        }
        List<RecoveryHeader> known = there.stream().map(There::header).toList();
        for (Map.Entry<Path, ByteSource> each : withoutHeader.entrySet()) {
            Optional<RecoveryHeader> header =
                    SetRepair.headerOf(numberOf(each.getValue(), known), known);
            if (header.isPresent()) {
                There found = checked(each.getKey(), each.getValue(), header.get());
                // its headers at least are lost
                long lost = Math.max(1, found.lost());
                there.add(new There(found.image(), found.source(), found.header(), lost));
            } else {
                discs.add(disc(0, Optional.of(each.getKey()), State.NO_RECOVERY_DATA, 0));
            }
        }
        return there;
    }

    private There checked(Path image, ByteSource source, RecoveryHeader header) {
        long lost = new RecoveryCheck(source, header, meter::addBytes, cancel).lost();
        meter.itemDone();
        return new There(image, source, header, lost);
    }

    /** As its descriptor tells, if another disc of the same set does not have the number. */
    private static int numberOf(ByteSource disc, List<RecoveryHeader> known) {
        try {
            int number = IsoReader.open(disc).number();
            boolean taken = known.stream().anyMatch(header -> header.disc() == number);
            return taken ? 0 : number;
        } catch (IOException e) {
            return 0; // its directory is lost as well
        }
    }

    private static Disc disc(int number, Optional<Path> given, State state, long sectors) {
        return new Disc(number, given, state, Optional.empty(), sectors, List.of(), List.of());
    }

    private void repair(List<There> there, StagedSet staged) throws IOException {
        Map<Integer, There> set = new TreeMap<>();
        for (There disc : there) {
            if (disc.header().kind() == Kind.THIS_DISC) {
                repairAlone(disc, staged);
            } else {
                requireSame(set, disc);
                set.putIfAbsent(disc.header().disc(), disc);
            }
        }
        if (!set.isEmpty()) {
            repairSet(set, staged);
        }
    }

    private static void requireSame(Map<Integer, There> set, There disc) throws IOException {
        for (There other : set.values()) {
            if (!other.header().setId().equals(disc.header().setId())) {
                throw new DiscsDoNotBelong(label(other.source()), label(disc.source()));
            }
        }
    }

    private static String label(ByteSource disc) throws IOException {
        try {
            return IsoReader.open(disc).label();
        } catch (LacunaException e) {
            return ""; // too damaged to say
        }
    }

    private void repairAlone(There disc, StagedSet staged) throws IOException {
        int number = disc.header().disc();
        if (disc.lost() == 0) {
            discs.add(disc(number, Optional.of(disc.image()), State.WHOLE, 0));
            return;
        }
        requireSpace(disc.source().size());
        FileChannel image = staged.add();
        RepairReport report =
                new DiscRepair(disc.source(), disc.header(), meter::addBytes, cancel).into(image);
        finish(image, staged, Optional.of(disc.image()), report);
    }

    private void requireSpace(long bytes) throws NotEnoughSpace {
        long free = FreeSpace.at(folder);
        if (bytes > free) {
            throw new NotEnoughSpace(bytes, free);
        }
    }

    private void repairSet(Map<Integer, There> set, StagedSet staged) throws IOException {
        RecoveryHeader any = set.values().iterator().next().header();
        List<SetRepair.Present> present =
                set.values().stream()
                        .map(disc -> new SetRepair.Present(disc.source(), disc.header()))
                        .toList();
        SetRepair repair = new SetRepair(present, meter::addBytes, cancel);
        List<Integer> wanted = new ArrayList<>();
        boolean enough = repair.isEnough();
        for (int number = 1; number <= any.discs(); number++) {
            There disc = set.get(number);
            boolean data = number <= any.dataShards();
            boolean whole = disc != null && disc.lost() == 0;
            Optional<Path> given = Optional.ofNullable(disc).map(There::image);
            long lost = disc == null ? 0 : disc.lost();
            if (whole) {
                discs.add(disc(number, given, State.WHOLE, 0));
            } else if (!data) {
                discs.add(disc(number, given, State.RECOVERY_DAMAGED, lost));
            } else if (disc == null && !enough) {
                discs.add(disc(number, given, State.LOST, 0));
            } else {
                wanted.add(number);
            }
        }
        if (wanted.isEmpty()) {
            return;
        }
        requireSpace(wanted.size() * any.stripes() * 2048L);
        Map<Integer, FileChannel> channels = new TreeMap<>();
        List<RepairReport> reports =
                repair.into(
                        wanted,
                        number -> {
                            channels.put(number, staged.add());
                            // One of its own: it is closed when it has been written.
                            return FileChannel.open(
                                    staged.temporaries().get(staged.temporaries().size() - 1),
                                    StandardOpenOption.READ,
                                    StandardOpenOption.WRITE);
                        });
        for (RepairReport report : reports) {
            Optional<Path> given = Optional.ofNullable(set.get(report.disc())).map(There::image);
            finish(requireNonNull(channels.get(report.disc())), staged, given, report);
        }
    }

    private void finish(
            FileChannel image, StagedSet staged, Optional<Path> given, RepairReport report)
            throws IOException {
        pad(image);
        int index = made.size();
        made.add(discs.size());
        List<String> files = new ArrayList<>();
        if (!report.isWhole()) {
            files.addAll(touched(staged.temporaries().get(index), report));
        } else {
            requireWhole(staged.temporaries().get(index));
        }
        discs.add(
                new Disc(
                        report.disc(),
                        given,
                        report.isWhole() ? State.REPAIRED : State.IN_PART,
                        Optional.empty(),
                        report.repaired(),
                        report.beyondRepair(),
                        files));
    }

    private static void pad(FileChannel image) throws IOException {
        long size = (image.size() + ALIGNED - 1) / ALIGNED * ALIGNED;
        if (image.size() < size) {
            image.write(ByteBuffer.wrap(new byte[1]), size - 1);
        }
    }

    /** By the checksums of its files, which come from when the disc was made. */
    private void requireWhole(Path image) throws IOException {
        try (ByteSource source = new FileSource(image)) {
            DiscSums sums = new DiscSums(IsoReader.open(source), count -> {}, cancel);
            for (Map.Entry<String, String> said : sums.said().entrySet()) {
                if (!sums.isRight(said.getKey(), said.getValue())) {
                    throw new ProofFailed(1, images.size());
                }
            }
        }
    }

    private static List<String> touched(Path image, RepairReport report) throws IOException {
        List<String> files = new ArrayList<>();
        try (ByteSource source = new FileSource(image)) {
            for (IsoEntry entry : IsoReader.open(source).entries()) {
                if (entry.extents().stream().anyMatch(extent -> isTouched(extent, report))) {
                    files.add(entry.path());
                }
            }
        } catch (LacunaException e) {
            return List.of(); // the directory itself is among what is lost
        }
        return files;
    }

    private static boolean isTouched(IsoEntry.Extent extent, RepairReport report) {
        return report.beyondRepair().stream()
                .anyMatch(
                        lost ->
                                lost.position() < extent.position() + extent.length()
                                        && extent.position() < lost.position() + lost.length());
    }

    /** As they were called before. */
    private List<String> namesOf(List<Path> temporaries) throws IOException {
        List<String> names = new ArrayList<>();
        for (int i = 0; i < temporaries.size(); i++) {
            Disc disc = discs.get(made.get(i));
            String label;
            try (ByteSource source = new FileSource(temporaries.get(i))) {
                label = label(source);
            }
            String known =
                    disc.given()
                            .map(path -> path.getFileName().toString())
                            .orElse("disc-" + disc.number() + ".iso");
            String name = label.matches("[A-Z0-9_]{1,32}") ? label + ".iso" : known;
            if (names.contains(name)) {
                name = "disc-" + disc.number() + "-" + name;
            }
            names.add(name);
        }
        return names;
    }
}
