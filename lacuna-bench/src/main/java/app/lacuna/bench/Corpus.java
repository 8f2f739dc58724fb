package app.lacuna.bench;

import java.io.IOException;
import java.io.OutputStream;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Random;

/** Files to measure on, generated from a fixed seed: the same on every machine. */
enum Corpus {
    /** Text, tables, office documents (already compressed inside) and photographs. */
    MIXED("mixed office files and photographs") {
        @Override
        void fill(Path folder) throws IOException {
            Random random = new Random(11);
            for (int i = 0; i < 120; i++) {
                text(
                        folder.resolve("report-" + i + ".txt"),
                        100_000 + random.nextInt(600_000),
                        random);
            }
            for (int i = 0; i < 60; i++) {
                table(
                        folder.resolve("table-" + i + ".csv"),
                        200_000 + random.nextInt(800_000),
                        random);
            }
            for (int i = 0; i < 40; i++) {
                noise(
                        folder.resolve("letter-" + i + ".docx"),
                        40_000 + random.nextInt(300_000),
                        random);
            }
            for (int i = 0; i < 24; i++) {
                noise(
                        folder.resolve("C-" + i + ".jpg"),
                        2_000_000 + random.nextInt(3_000_000),
                        random);
            }
        }
    },
    /** Nothing to be gained by compression. */
    PHOTOGRAPHS("photographs") {
        @Override
        void fill(Path folder) throws IOException {
            Random random = new Random(12);
            for (int i = 0; i < 80; i++) {
                noise(
                        folder.resolve("C-" + i + ".jpg"),
                        3_000_000 + random.nextInt(4_000_000),
                        random);
            }
        }
    },
    ONE_LARGE("one file of 1 GB") {
        @Override
        void fill(Path folder) throws IOException {
            Random random = new Random(13);
            Path part = folder.resolve("part");
            table(part, 40_000_000, random);
            byte[] rows = Files.readAllBytes(part);
            Files.delete(part);
            try (OutputStream out = Files.newOutputStream(folder.resolve("levels.csv"))) {
                for (int i = 0; i < 25; i++) {
                    out.write(rows, i * 1_000, rows.length - i * 1_000);
                    out.write(rows, 0, i * 1_000);
                }
            }
        }
    },
    SMALL("10,000 files of 1 to 20 KB") {
        @Override
        void fill(Path folder) throws IOException {
            Random random = new Random(14);
            for (int i = 0; i < 10_000; i++) {
                Path part = Files.createDirectories(folder.resolve("part-" + i / 500));
                text(part.resolve("note-" + i + ".txt"), 1_000 + random.nextInt(19_000), random);
            }
        }
    };

    private static final String[] WORDS = {
        "trench",
        "causeway",
        "level",
        "peat",
        "timber",
        "post",
        "sample",
        "tide",
        "ditch",
        "find",
        "context",
        "layer",
        "silt",
        "north",
        "drawing",
        "section",
        "photograph",
        "the",
        "of",
        "and",
        "in",
        "below",
        "above",
        "dated",
        "with",
        "a",
        "was",
        "not",
        "seen",
        "again",
        "at",
        "noon"
    };

    final String title;

    Corpus(String title) {
        this.title = title;
    }

    abstract void fill(Path folder) throws IOException;

    /** Makes the files if they are not there yet. */
    Path in(Path parent) throws IOException {
        Path folder = parent.resolve(name().toLowerCase(java.util.Locale.ROOT));
        Path done = parent.resolve(folder.getFileName() + ".done");
        if (!Files.exists(done)) {
            Files.createDirectories(folder);
            fill(folder);
            Files.createFile(done);
        }
        return folder;
    }

    /** Words drawn unevenly, with numbers among them: deflates to about a quarter. */
    private static void text(Path file, int bytes, Random random) throws IOException {
        StringBuilder text = new StringBuilder(bytes + 40);
        while (text.length() < bytes) {
            double draw = random.nextDouble();
            text.append(WORDS[(int) (draw * draw * WORDS.length)]);
            if (random.nextInt(9) == 0) {
                text.append(' ').append(random.nextInt(100_000));
            }
            text.append(random.nextInt(12) == 0 ? ".\n" : " ");
        }
        Files.writeString(file, text.substring(0, bytes));
    }

    /** Rows of slowly changing numbers. */
    private static void table(Path file, int bytes, Random random) throws IOException {
        try (OutputStream out = Files.newOutputStream(file)) {
            double level = 1.85;
            int written = 0;
            for (int row = 0; written < bytes; row++) {
                level += random.nextGaussian() / 100;
                byte[] line =
                        String.format(
                                        java.util.Locale.ROOT,
                                        "L%06d;%.3f;%d;%s%n",
                                        row,
                                        level,
                                        random.nextInt(360),
                                        WORDS[random.nextInt(WORDS.length)])
                                .getBytes(StandardCharsets.US_ASCII);
                int repeat = 1 + (bytes > 10_000_000 ? random.nextInt(3) : 0);
                for (int i = 0; i < repeat; i++) {
                    out.write(line);
                    written += line.length;
                }
            }
        }
    }

    private static void noise(Path file, int bytes, Random random) throws IOException {
        byte[] noise = new byte[bytes];
        random.nextBytes(noise);
        Files.write(file, noise);
    }
}
