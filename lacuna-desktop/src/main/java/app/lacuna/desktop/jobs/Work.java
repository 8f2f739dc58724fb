package app.lacuna.desktop.jobs;

import app.lacuna.base.CancelToken;
import app.lacuna.base.ProgressListener;

/** Something that takes a while. */
@FunctionalInterface
public interface Work<T> {
    T run(ProgressListener listener, CancelToken cancel) throws Exception;
}
