package app.lacuna.bench;

import java.util.List;

/**
 * One line of the report: a job on some files, by several tools.
 *
 * @param goal what the ratios should be, as text
 * @param others beside Lacuna
 */
record Comparison(
        String title, Corpus corpus, Tool.Job job, String goal, int runs, List<Tool> others) {}
