package app.lacuna.demo;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.file.FileVisitResult;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.SimpleFileVisitor;
import java.nio.file.attribute.BasicFileAttributes;
import java.nio.file.attribute.FileTime;
import java.time.Instant;
import java.time.LocalDateTime;
import java.time.ZoneOffset;
import java.util.List;
import java.util.stream.IntStream;

/** Writes the demo files into a folder, which gets three entries: a folder and two files. */
public final class DemoData {
    public static final String TRENCH = "Trench C, Saltmarsh Causeway";
    private static final long SEED = 0x1ac0a;
    private static final LocalDateTime SEASON = LocalDateTime.of(2026, 11, 12, 8, 30);
    private static final List<String> SUBJECTS =
            List.of(
                    "hearth_north",
                    "hearth_section",
                    "posthole",
                    "wattle_east",
                    "ditch_section",
                    "timber_row",
                    "shell_layer",
                    "causeway_edge");

    private final Path folder;
    private final DemoSize size;

    public DemoData(Path folder, DemoSize size) {
        this.folder = folder;
        this.size = size;
    }

    /** lacuna-demo FOLDER [--small]. */
    public static void main(String[] arguments) throws IOException {
        if (arguments.length == 0) {
            System.err.println("Usage: FOLDER [--small]");
            System.exit(2);
        }
        boolean small = arguments.length > 1 && arguments[1].equals("--small");
        new DemoData(Path.of(arguments[0]), small ? DemoSize.SMALL : DemoSize.FULL)
                .write()
                .forEach(System.out::println);
    }

    /** Makes what is missing; files that are there already are left alone. Returns the roots. */
    public List<Path> write() throws IOException {
        Path trench = folder.resolve(TRENCH);
        photographs(trench.resolve("photographs"));
        survey(trench.resolve("survey"));
        finds(trench.resolve("finds register"));
        sheets(trench.resolve("context sheets"));
        Files.createDirectories(trench.resolve("to-be-scanned"));
        Path link = trench.resolve("latest-levels.csv");
        if (!Files.isSymbolicLink(link)) {
            Files.createSymbolicLink(link, Path.of("survey/levels_total-station.csv"));
        }
        Path permit = folder.resolve("permit-and-landowner.pdf");
        Path diary = folder.resolve("site-diary.txt");
        put(permit, SheetPdf.of("Permit and landowner", StoryText.permit()));
        put(diary, StoryText.diary(new Chance(SEED, "diary"), size.spots() / 100));
        setTimes(List.of(trench, permit, diary));
        return List.of(trench, permit, diary);
    }

    private void photographs(Path photographs) throws IOException {
        Files.createDirectories(photographs);
        IntStream.range(0, size.photographs())
                .parallel()
                .forEach(
                        number -> {
                            String subject = SUBJECTS.get(number % SUBJECTS.size());
                            String name = "C-" + (104 + number) + "_" + subject + ".jpg";
                            photograph(photographs.resolve(name));
                        });
    }

    private void photograph(Path file) {
        try {
            if (!Files.exists(file)) {
                Chance chance = new Chance(SEED, file.getFileName().toString());
                put(file, new TrenchPicture(size.width(), size.height(), chance).jpeg());
            }
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    private void survey(Path survey) throws IOException {
        SurveyTables tables = new SurveyTables(new Chance(SEED, "survey"));
        put(survey.resolve("levels_total-station.csv"), tables.levels(size.levels()));
        put(survey.resolve("find-spots.geojson"), tables.findSpots(size.spots()));
        put(survey.resolve(".survey-session"), tables.session());
    }

    private void finds(Path finds) throws IOException {
        SurveyTables tables = new SurveyTables(new Chance(SEED, "finds"));
        put(finds.resolve("Grübchenware_№12–Übersicht.csv"), tables.finds(size.spots()));
        put(finds.resolve("conservation-notes.txt"), StoryText.conservation());
    }

    private void sheets(Path sheets) throws IOException {
        for (int context = 104; context < 107; context++) {
            put(
                    sheets.resolve("context-" + context + ".pdf"),
                    SheetPdf.of("Context " + context, StoryText.context(context)));
        }
    }

    private static void put(Path file, byte[] contents) throws IOException {
        Files.createDirectories(file.getParent());
        if (!Files.exists(file)) {
            Files.write(file, contents);
        }
    }

    /** Fixed times too: each file an hour after the one before, folders like their season. */
    private void setTimes(List<Path> roots) throws IOException {
        Instant start = SEASON.toInstant(ZoneOffset.UTC);
        for (Path root : roots) {
            Files.walkFileTree(root, new TimeSetter(start));
        }
    }

    private static final class TimeSetter extends SimpleFileVisitor<Path> {
        private final Instant start;

        TimeSetter(Instant start) {
            this.start = start;
        }

        @Override
        public FileVisitResult visitFile(Path file, BasicFileAttributes attributes)
                throws IOException {
            if (!attributes.isSymbolicLink()) {
                set(file);
            }
            return FileVisitResult.CONTINUE;
        }

        @Override
        public FileVisitResult postVisitDirectory(Path folder, IOException failure)
                throws IOException {
            set(folder);
            return FileVisitResult.CONTINUE;
        }

        private void set(Path path) throws IOException {
            int hour = Math.floorMod(path.getFileName().toString().hashCode(), 24 * 8);
            Files.setLastModifiedTime(path, FileTime.from(start.plusSeconds(3600L * hour)));
        }
    }
}
