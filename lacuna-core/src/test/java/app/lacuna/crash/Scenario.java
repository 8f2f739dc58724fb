package app.lacuna.crash;

import java.io.IOException;

/** A job of which every step may be the last one before a power cut. */
interface Scenario {
    /** Makes what the job begins with. All of it is durable. */
    void prepare() throws IOException;

    /** The job. */
    void run() throws IOException;

    /**
     * Checks the promises, after the next start.
     *
     * @throws AssertionError if one is broken
     */
    void check() throws IOException;
}
