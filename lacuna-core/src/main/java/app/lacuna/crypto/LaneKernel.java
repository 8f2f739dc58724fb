package app.lacuna.crypto;

import app.lacuna.lanes.Sha1Lanes;

/**
 * A way to hash in lanes. Each gives the same bytes; which is the fastest depends on the machine.
 */
interface LaneKernel {
    /** What it is called in reports. */
    String title();

    /** As many as bring something. */
    int maxLanes();

    Sha1Lanes lanes(int count);
}
