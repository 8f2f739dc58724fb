/**
 * Work on all cores with results in order and bounded memory: {@link app.lacuna.pipeline.Workers}
 * are the threads of one job, {@link app.lacuna.pipeline.InOrder} hands their results on in the
 * order in which the work was given. Knows nothing of files, ciphers or archives.
 */
package app.lacuna.pipeline;
