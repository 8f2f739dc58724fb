package app.lacuna.desktop.jobs;

import java.util.ArrayDeque;
import java.util.Deque;

/**
 * Lets one job run after the other, in the order in which they were started, whoever started them.
 * Belongs to the interface thread.
 */
public final class Turns {
    private final Deque<Turn> line = new ArrayDeque<>();

    /** A place in the line. */
    public final class Turn {
        private final Runnable begin;

        private Turn(Runnable begin) {
            this.begin = begin;
        }

        /** It is done, or not wanted any more: whoever is next begins. */
        public void leave() {
            boolean first = line.peek() == this;
            if (line.remove(this) && first && !line.isEmpty()) {
                line.peek().begin.run();
            }
        }

        public boolean isWaiting() {
            return line.contains(this) && line.peek() != this;
        }
    }

    /** {@code begin} is called as soon as it is its turn, which may be at once. */
    public Turn enter(Runnable begin) {
        Turn turn = new Turn(begin);
        line.add(turn);
        if (line.peek() == turn) {
            begin.run();
        }
        return turn;
    }
}
