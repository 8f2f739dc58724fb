package app.lacuna.clearing;

import app.lacuna.clearing.ReadableFile.Sort;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Set;

/**
 * What is remembered of very many files: the folders that all of them are in, each with everything
 * in it. Whoever looks makes a list then.
 */
final class Condensed {
    private Condensed() {}

    static List<ReadableFile> of(List<ReadableFile> files, int most) {
        if (files.size() <= most) {
            return files;
        }
        Set<Path> folders = new HashSet<>();
        for (ReadableFile file : files) {
            if (file.sort() == Sort.FOLDER) {
                folders.add(file.path());
            }
        }
        List<ReadableFile> tops = new ArrayList<>();
        for (ReadableFile file : files) {
            if (!folders.contains(file.path().getParent())) {
                boolean folder = file.sort() == Sort.FOLDER;
                tops.add(folder ? file.as(Sort.TREE) : file);
            }
        }
        return tops;
    }
}
