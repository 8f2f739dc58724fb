package app.lacuna.desktop.jobs;

import app.lacuna.common.CancelToken;
import app.lacuna.common.ProgressListener;

/** Something that takes a while. */
@FunctionalInterface
public interface Work<T> {
    T run(ProgressListener listener, CancelToken cancel) throws Exception;
}
