package app.lacuna.desktop.jobs;

/** What a job does, as far as somebody who would end it has to know. */
public enum JobKind {
    PACKING(true),
    TAKING_OUT(true),
    CLEARING(true),
    WRITING(true),
    COPYING(true),
    SENDING(true),
    BURNING(true),
    BACKING_UP(true),
    PUTTING_BACK(true),
    REPAIRING(true),
    MAKING_A_SLIP(true),
    OPENING(false),
    UNLOCKING(false),
    CHECKING(false),
    COMPARING(false),
    TRYING_VARIANTS(false),
    EDITING(false),
    /** Looking at files, arranging, measuring, drawing: done again in a moment. */
    LOOKING(false);

    private final boolean leavesWorkUndone;

    JobKind(boolean leavesWorkUndone) {
        this.leavesWorkUndone = leavesWorkUndone;
    }

    /** Whether it reads fields that a popover could change meanwhile, a new password above all. */
    public boolean closesPopovers() {
        return this == PACKING || this == BACKING_UP;
    }

    /** Whether ending it before its time is something to be asked about. */
    public boolean leavesWorkUndone() {
        return leavesWorkUndone;
    }
}
