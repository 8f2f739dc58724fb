package app.lacuna.rounds;

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
import java.util.Properties;

/**
 * Which archives were opened last, and after how many minutes without use an open one locks itself.
 * Kept in one file that only the user can read: places of archives, nothing of what is in them.
 */
public final class OpenHistory {
    public static final int USUAL_MINUTES = 10;

    private static final int RECENT = 8;

    private final Path file;

    /**
     * @param stateFolder where the program keeps its own state
     */
    public OpenHistory(Path stateFolder) {
        this.file = stateFolder.resolve("opened.properties");
    }

    /** The last one first; also those that are not there at the moment. */
    public List<Path> archives() throws IOException {
        Properties all = read();
        List<Path> archives = new ArrayList<>();
        for (int i = 0; all.containsKey("archive." + i); i++) {
            try {
                archives.add(Path.of(all.getProperty("archive." + i)));
            } catch (InvalidPathException e) {
                continue; // written on another system, or by hand
            }
        }
        return archives;
    }

    public void opened(Path archive) throws IOException {
        List<Path> archives = new ArrayList<>(archives());
        archives.remove(archive);
        archives.add(0, archive);
        write(archives.subList(0, Math.min(RECENT, archives.size())), lockMinutes());
    }

    public void forget(Path archive) throws IOException {
        List<Path> archives = new ArrayList<>(archives());
        archives.remove(archive);
        write(archives, lockMinutes());
    }

    /** 0 stands for never. */
    public int lockMinutes() throws IOException {
        try {
            String kept = read().getProperty("lock.minutes");
            return kept == null ? USUAL_MINUTES : Math.max(0, Integer.parseInt(kept));
        } catch (NumberFormatException e) {
            return USUAL_MINUTES;
        }
    }

    public void setLockMinutes(int minutes) throws IOException {
        write(archives(), minutes);
    }

    private Properties read() throws IOException {
        Properties all = new Properties();
        try (Reader in = Files.newBufferedReader(file, StandardCharsets.UTF_8)) {
            all.load(in);
            return all;
        } catch (NoSuchFileException e) {
            return all; // nothing has been opened yet
        } catch (IllegalArgumentException e) {
            return new Properties(); // damaged: nothing of it can be trusted
        }
    }

    private void write(List<Path> archives, int minutes) throws IOException {
        Properties all = new Properties();
        for (int i = 0; i < archives.size(); i++) {
            all.setProperty("archive." + i, archives.get(i).toString());
        }
        all.setProperty("lock.minutes", String.valueOf(minutes));
        StringWriter text = new StringWriter();
        all.store(text, null);
        StagedFile.writePrivately(file, text.toString());
    }
}
