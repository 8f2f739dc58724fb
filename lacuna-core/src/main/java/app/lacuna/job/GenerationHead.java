package app.lacuna.job;

import app.lacuna.generations.Generation;

/**
 * What a generation is called.
 *
 * @param round the id of its backup
 * @param id from its time
 * @param sequence its place in the order of generations
 */
record GenerationHead(String round, String id, long sequence, Generation.Kind kind) {
    boolean isWhole() {
        return kind == Generation.Kind.WHOLE;
    }
}
