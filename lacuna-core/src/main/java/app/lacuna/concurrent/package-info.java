/**
 * Work on all cores with results in order and bounded memory: {@link app.lacuna.concurrent.Workers}
 * are the threads of one job, {@link app.lacuna.concurrent.InOrder} hands their results on in the
 * order in which the work was given. Knows nothing of files, ciphers or archives.
 */
package app.lacuna.concurrent;
