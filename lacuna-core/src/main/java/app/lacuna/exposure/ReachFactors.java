package app.lacuna.exposure;

import app.lacuna.archive.Protection;
import java.util.EnumMap;
import java.util.Map;
import java.util.Set;

/**
 * What of an archive decides who can open it.
 *
 * @param protection the weakest
 * @param hidden whether its names are hidden
 * @param split whether it is in several parts
 * @param methods the trade's names of the methods of compression
 */
record ReachFactors(Protection protection, boolean hidden, boolean split, Set<String> methods) {
    /** What unzip tools have read for decades (common practice, no source). */
    private static final Set<String> OLD = Set.of("stored", "deflate", "deflate64");

    private static final Set<String> USUAL =
            Set.of("stored", "deflate", "deflate64", "bzip2", "LZMA");

    private static final Set<String> NEWER =
            Set.of("stored", "deflate", "deflate64", "bzip2", "LZMA", "zstd", "xz");

    Map<Opener, Reach> openers() {
        Map<Opener, Reach> openers = new EnumMap<>(Opener.class);
        boolean old = OLD.containsAll(methods);
        boolean builtIn = protection.strength().isEmpty() && !hidden && !split && old;
        openers.put(Opener.BUILT_IN_UNZIP, builtIn ? Reach.YES : Reach.NO);
        boolean inBrowsers = methods.stream().allMatch(Opener::browsersRead);
        openers.put(Opener.WEB_BROWSER, inBrowsers ? Reach.YES : Reach.NO);
        openers.put(Opener.AES_UNZIP, inSteps(USUAL));
        openers.put(Opener.NEWER_TOOL, inSteps(NEWER));
        openers.put(Opener.LACUNA, NEWER.containsAll(methods) ? Reach.YES : Reach.NO);
        return openers;
    }

    private Reach inSteps(Set<String> known) {
        if (!known.containsAll(methods)) {
            return Reach.NO;
        }
        return hidden ? Reach.IN_TWO_STEPS : Reach.YES;
    }
}
