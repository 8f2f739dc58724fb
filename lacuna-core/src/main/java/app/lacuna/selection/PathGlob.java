package app.lacuna.selection;

import java.util.ArrayList;
import java.util.BitSet;
import java.util.List;
import java.util.regex.PatternSyntaxException;

/**
 * Chooses paths inside an archive by a pattern, in the syntax of {@link
 * java.nio.file.FileSystem#getPathMatcher}. A pattern with a slash is held against the whole path,
 * one without against every part of it; a folder that matches brings everything in it.
 *
 * <p>The pattern becomes a machine with one state for each of its signs, and all states that are
 * possible are followed at once (K. Thompson, "Regular expression search algorithm", 1968). So it
 * takes as long as pattern times path at most, whatever stars are in it.
 */
public final class PathGlob {
    /** What a step of the pattern takes. */
    private sealed interface Step {
        boolean takes(int letter);
    }

    private record Letter(int letter) implements Step {
        @Override
        public boolean takes(int other) {
            return other == letter;
        }
    }

    /** "?", and what a star repeats: anything but a slash. */
    private record AnyLetter() implements Step {
        @Override
        public boolean takes(int letter) {
            return letter != '/';
        }
    }

    /** What two stars repeat. */
    private record Anything() implements Step {
        @Override
        public boolean takes(int letter) {
            return true;
        }
    }

    private record Among(List<int[]> ranges, boolean others) implements Step {
        @Override
        public boolean takes(int letter) {
            boolean inside =
                    ranges.stream().anyMatch(range -> range[0] <= letter && letter <= range[1]);
            return letter != '/' && inside != others;
        }
    }

    private final List<Step> steps = new ArrayList<>();

    /** Where a state goes on without taking anything; and, with a step, after taking it. */
    private final List<List<Integer>> free = new ArrayList<>();

    private final List<Integer> after = new ArrayList<>();
    private final boolean wholePath;
    private final int start;
    private final int end;

    /**
     * @throws PatternSyntaxException if the pattern makes no sense
     */
    public PathGlob(String pattern) {
        String trimmed =
                pattern.endsWith("/") ? pattern.substring(0, pattern.length() - 1) : pattern;
        this.wholePath = trimmed.contains("/");
        this.start = state();
        this.end = new Compiler(trimmed).compile();
    }

    private int state() {
        steps.add(null);
        after.add(-1);
        free.add(new ArrayList<>());
        return steps.size() - 1;
    }

    /** Whether it, or a folder that it is in, fits. */
    public boolean matches(String inArchive) {
        BitSet now = closure(start);
        int[] letters = inArchive.codePoints().toArray();
        for (int i = 0; i < letters.length; i++) {
            if (letters[i] == '/' && now.get(end)) {
                return true;
            }
            now =
                    letters[i] == '/' && !wholePath
                            ? closure(start) // the next part by itself
                            : next(now, letters[i]);
        }
        return now.get(end);
    }

    private BitSet next(BitSet states, int letter) {
        BitSet next = new BitSet();
        for (int state = states.nextSetBit(0); state >= 0; state = states.nextSetBit(state + 1)) {
            if (steps.get(state) != null && steps.get(state).takes(letter)) {
                addClosure(after.get(state), next);
            }
        }
        return next;
    }

    private BitSet closure(int state) {
        BitSet states = new BitSet();
        addClosure(state, states);
        return states;
    }

    private void addClosure(int first, BitSet states) {
        List<Integer> due = new ArrayList<>(List.of(first));
        while (!due.isEmpty()) {
            int state = due.remove(due.size() - 1);
            if (!states.get(state)) {
                states.set(state);
                due.addAll(free.get(state));
            }
        }
    }

    /** Reads the pattern from its beginning to its end. */
    private final class Compiler {
        private final String pattern;
        private final int[] letters;
        private int at;
        private int last = start;

        /** Inside braces: where they begin, and where each alternative ends. */
        private int groupStart = -1;

        private final List<Integer> alternatives = new ArrayList<>();

        Compiler(String pattern) {
            this.pattern = pattern;
            this.letters = pattern.codePoints().toArray();
        }

        int compile() {
            while (at < letters.length) {
                int letter = letters[at++];
                switch (letter) {
                    case '\\' -> step(new Letter(escaped()));
                    case '*' -> star();
                    case '?' -> step(new AnyLetter());
                    case '[' -> step(among());
                    case '{' -> openGroup();
                    case '}' -> closeGroup();
                    case ',' -> comma();
                    default -> step(new Letter(letter));
                }
            }
            if (groupStart >= 0) {
                throw wrong("a brace is not closed");
            }
            return last;
        }

        private void step(Step step) {
            int next = state();
            steps.set(last, step);
            after.set(last, next);
            last = next;
        }

        private void star() {
            boolean two = at < letters.length && letters[at] == '*';
            if (two) {
                at++;
            }
            int loop = state();
            int next = state();
            free.get(last).add(loop);
            free.get(last).add(next);
            steps.set(loop, two ? new Anything() : new AnyLetter());
            after.set(loop, last);
            last = next;
        }

        private int escaped() {
            if (at == letters.length) {
                throw wrong("nothing to escape");
            }
            return letters[at++];
        }

        private Among among() {
            boolean others = at < letters.length && letters[at] == '!';
            if (others) {
                at++;
            }
            List<int[]> ranges = new ArrayList<>();
            while (at < letters.length && (letters[at] != ']' || ranges.isEmpty())) {
                int from = letters[at++];
                int to = from;
                if (at + 1 < letters.length && letters[at] == '-' && letters[at + 1] != ']') {
                    to = letters[at + 1];
                    at += 2;
                }
                if (from == '/' || to < from) {
                    throw wrong("no such range");
                }
                ranges.add(new int[] {from, to});
            }
            if (at == letters.length) {
                throw wrong("a bracket is not closed");
            }
            at++;
            return new Among(ranges, others);
        }

        private void openGroup() {
            if (groupStart >= 0) {
                throw wrong("braces in braces");
            }
            groupStart = last;
            last = alternative();
        }

        private int alternative() {
            int first = state();
            free.get(groupStart).add(first);
            return first;
        }

        private void comma() {
            if (groupStart < 0) {
                step(new Letter(','));
                return;
            }
            alternatives.add(last);
            last = alternative();
        }

        private void closeGroup() {
            if (groupStart < 0) {
                step(new Letter('}'));
                return;
            }
            alternatives.add(last);
            last = state();
            for (int alternative : alternatives) {
                free.get(alternative).add(last);
            }
            alternatives.clear();
            groupStart = -1;
        }

        private PatternSyntaxException wrong(String what) {
            return new PatternSyntaxException(what, pattern, Math.max(0, at - 1));
        }
    }
}
