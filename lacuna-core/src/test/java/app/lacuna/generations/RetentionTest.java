package app.lacuna.generations;

import static org.assertj.core.api.Assertions.assertThat;

import app.lacuna.files.Presence;
import java.nio.file.Path;
import java.time.ZoneOffset;
import java.util.List;
import java.util.Set;
import java.util.function.Function;
import org.junit.jupiter.api.Test;

class RetentionTest {
    private static final String A = "20260301T080000Z";
    private static final String B = "20260302T080000Z";
    private static final String C = "20260303T080000Z";
    private static final String D = "20260304T080000Z";

    private static Generation made(String id, String... needs) {
        return Lines.generation(Path.of("/backup"), id, 0, needs);
    }

    private static List<String> removable(
            int last, Function<Generation, Presence> presence, Generation... all) {
        return new Retention(new Keep(last, 0, 0, 0), ZoneOffset.UTC)
                .removable(List.of(all), presence).stream().map(Generation::id).toList();
    }

    private static Function<Generation, Presence> allBut(Presence other, String... ids) {
        return each -> Set.of(ids).contains(each.id()) ? other : Presence.EXISTS;
    }

    private static Generation suspect(Generation good) {
        return new Generation(
                good.id(),
                good.sequence(),
                good.kind(),
                good.file(),
                good.needs(),
                good.contentBytes(),
                good.sameUntil(),
                true,
                good.stamp());
    }

    @Test
    void removable_wholeOnes_areTheOldest() {
        assertThat(removable(2, each -> Presence.EXISTS, made(A), made(B), made(C), made(D)))
                .containsExactly(A, B);
    }

    /** What a kept one refers to stays, also over several steps. */
    @Test
    void removable_neededOverSteps_isKept() {
        assertThat(removable(1, each -> Presence.EXISTS, made(A), made(B, A), made(C, B), made(D)))
                .containsExactly(A, B, C);
        assertThat(removable(1, each -> Presence.EXISTS, made(A), made(B), made(C, A), made(D, C)))
                .containsExactly(B);
    }

    /** A lost one is no copy: an older good one is kept in its place. */
    @Test
    void removable_newerOneIsLost_keepsAnOlderGoodOne() {
        assertThat(removable(1, allBut(Presence.ABSENT, C), made(A), made(B), made(C)))
                .containsExactly(A);
    }

    @Test
    void removable_newerOneIsDamaged_keepsAnOlderGoodOne() {
        assertThat(removable(1, each -> Presence.EXISTS, made(A), made(B), suspect(made(C))))
                .containsExactly(A);
    }

    /** Its own file is whole, and what it refers to is not. */
    @Test
    void removable_neededOneIsDamaged_keepsAnOlderGoodOne() {
        assertThat(removable(1, each -> Presence.EXISTS, made(A), suspect(made(B)), made(C, B)))
                .isEmpty();
        assertThat(removable(1, each -> Presence.EXISTS, made(A), made(C, "20250101T000000Z")))
                .isEmpty();
    }

    /** A damaged one goes when enough good ones are newer. */
    @Test
    void removable_damagedOneIsOld_isRemoved() {
        assertThat(removable(2, each -> Presence.EXISTS, suspect(made(A)), made(B), made(C)))
                .containsExactly(A);
        assertThat(removable(2, each -> Presence.EXISTS, suspect(made(A)), made(B))).isEmpty();
    }

    @Test
    void removable_diskDoesNotAnswer_isNeverRemoved() {
        assertThat(removable(1, allBut(Presence.UNKNOWN, A), made(A), made(B), made(C)))
                .containsExactly(B);
    }

    /** None of the files exists: none is good, and none goes. */
    @Test
    void removable_noFileExists_removesNothing() {
        assertThat(
                        new Retention(new Keep(1, 0, 0, 0), ZoneOffset.UTC)
                                .removable(List.of(made(A), made(B))))
                .isEmpty();
    }
}
