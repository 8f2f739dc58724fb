package app.lacuna.bench;

import java.util.List;
import java.util.Map;

/**
 * One line of the report: a job on some files, by several tools.
 *
 * @param goals how many times as fast as each of the others it should be
 * @param runs of each tool; one that takes very long runs once
 * @param others beside Lacuna
 */
record Comparison(
        String title,
        Corpus corpus,
        Tool.Job job,
        Map<String, Double> goals,
        int runs,
        List<Tool> others) {}
