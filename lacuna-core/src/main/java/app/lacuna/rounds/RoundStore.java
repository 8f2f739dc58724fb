package app.lacuna.rounds;

import app.lacuna.archive.Names;
import app.lacuna.archive.Protection;
import app.lacuna.compression.Method;
import app.lacuna.staging.StagedFile;
import java.io.IOException;
import java.io.Reader;
import java.io.StringWriter;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.InvalidPathException;
import java.nio.file.NoSuchFileException;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.Properties;

/** Keeps rounds, recent destinations and the last form in one file. One thread at a time. */
public final class RoundStore {
    private static final int RECENT = 6;

    private final Path file;

    /**
     * @param stateFolder where the program keeps its own state
     */
    public RoundStore(Path stateFolder) {
        this.file = stateFolder.resolve("rounds.properties");
    }

    /** In the order in which they were saved first. What can not be understood is left out. */
    public List<Round> rounds() throws IOException {
        Properties all = read();
        List<Round> rounds = new ArrayList<>();
        for (int i = 0; all.containsKey("round." + i + ".name"); i++) {
            round(all, "round." + i + ".").ifPresent(rounds::add);
        }
        return rounds;
    }

    /** Under its name, in place of one that has the same. */
    public void save(Round round) throws IOException {
        List<Round> rounds = new ArrayList<>(rounds());
        int same = indexOf(rounds, round.name());
        if (same < 0) {
            rounds.add(round);
        } else {
            rounds.set(same, round);
        }
        write(rounds, recentFolders(), recentForm());
    }

    public void remove(String name) throws IOException {
        List<Round> rounds = new ArrayList<>(rounds());
        rounds.removeIf(round -> round.name().equals(name));
        write(rounds, recentFolders(), recentForm());
    }

    private static int indexOf(List<Round> rounds, String name) {
        for (int i = 0; i < rounds.size(); i++) {
            if (rounds.get(i).name().equals(name)) {
                return i;
            }
        }
        return -1;
    }

    /** The last one first. */
    public List<Path> recentFolders() throws IOException {
        Properties all = read();
        List<Path> folders = new ArrayList<>();
        for (int i = 0; all.containsKey("recent." + i); i++) {
            path(all.getProperty("recent." + i)).ifPresent(folders::add);
        }
        return folders;
    }

    /** Empty until something has been packed. */
    public Optional<RecentForm> recentForm() throws IOException {
        Properties all = read();
        try {
            return all.containsKey("last.protection")
                    ? Optional.of(
                            new RecentForm(
                                    Protection.valueOf(all.getProperty("last.protection")),
                                    Names.valueOf(all.getProperty("last.names", "")),
                                    Method.valueOf(all.getProperty("last.method", ""))))
                    : Optional.empty();
        } catch (IllegalArgumentException e) {
            return Optional.empty(); // written by another version, or by hand
        }
    }

    /** After packing: where to, and in which form. */
    public void used(Path folder, RecentForm form) throws IOException {
        List<Path> folders = new ArrayList<>(recentFolders());
        folders.remove(folder);
        folders.add(0, folder);
        write(rounds(), folders.subList(0, Math.min(RECENT, folders.size())), Optional.of(form));
    }

    private Properties read() throws IOException {
        Properties all = new Properties();
        try (Reader in = Files.newBufferedReader(file, StandardCharsets.UTF_8)) {
            all.load(in);
        } catch (NoSuchFileException e) {
            return all; // nothing has been saved yet
        } catch (IllegalArgumentException e) {
            return new Properties(); // damaged: nothing of it can be trusted
        }
        return all;
    }

    private static Optional<Round> round(Properties all, String prefix) {
        try {
            List<Path> roots = new ArrayList<>();
            for (int i = 0; all.containsKey(prefix + "root." + i); i++) {
                roots.add(Path.of(all.getProperty(prefix + "root." + i)));
            }
            return Optional.of(
                    new Round(
                            all.getProperty(prefix + "name"),
                            roots,
                            all.getProperty(prefix + "patterns", ""),
                            Boolean.parseBoolean(all.getProperty(prefix + "without-junk")),
                            Path.of(all.getProperty(prefix + "folder", "")),
                            all.getProperty(prefix + "archive", Round.DATE + ".zip"),
                            Protection.valueOf(all.getProperty(prefix + "protection")),
                            Names.valueOf(all.getProperty(prefix + "names")),
                            Method.valueOf(all.getProperty(prefix + "method"))));
        } catch (IllegalArgumentException | NullPointerException e) {
            return Optional.empty(); // written by another version, or by hand
        }
    }

    private static Optional<Path> path(String text) {
        try {
            return Optional.of(Path.of(text));
        } catch (InvalidPathException e) {
            return Optional.empty();
        }
    }

    private void write(List<Round> rounds, List<Path> folders, Optional<RecentForm> form)
            throws IOException {
        Properties all = new Properties();
        for (int i = 0; i < rounds.size(); i++) {
            put(all, "round." + i + ".", rounds.get(i));
        }
        for (int i = 0; i < folders.size(); i++) {
            all.setProperty("recent." + i, folders.get(i).toString());
        }
        form.ifPresent(
                last -> {
                    all.setProperty("last.protection", last.protection().name());
                    all.setProperty("last.names", last.names().name());
                    all.setProperty("last.method", last.method().name());
                });
        StringWriter text = new StringWriter();
        all.store(text, null);
        StagedFile.writePrivately(file, text.toString());
    }

    private static void put(Properties all, String prefix, Round round) {
        all.setProperty(prefix + "name", round.name());
        for (int i = 0; i < round.roots().size(); i++) {
            all.setProperty(prefix + "root." + i, round.roots().get(i).toString());
        }
        all.setProperty(prefix + "patterns", round.patterns());
        all.setProperty(prefix + "without-junk", String.valueOf(round.withoutJunk()));
        all.setProperty(prefix + "folder", round.folder().toString());
        all.setProperty(prefix + "archive", round.archiveName());
        all.setProperty(prefix + "protection", round.protection().name());
        all.setProperty(prefix + "names", round.names().name());
        all.setProperty(prefix + "method", round.method().name());
    }
}
