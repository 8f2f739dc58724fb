package app.lacuna.disc;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.HashSet;
import java.util.List;
import java.util.Random;
import org.junit.jupiter.api.Tag;
import org.junit.jupiter.api.Test;

class DiscSpreadTest {
    private static List<Piece> pieces(long... sizes) {
        List<Piece> pieces = new ArrayList<>();
        for (int i = 0; i < sizes.length; i++) {
            pieces.add(new Piece("dig/" + i, sizes[i]));
        }
        return pieces;
    }

    private static void assertSound(DiscSpread spread, List<Piece> pieces, long room) {
        List<Piece> spreadOut = spread.discs().stream().flatMap(List::stream).toList();
        assertThat(spreadOut).hasSameSizeAs(pieces);
        assertThat(new HashSet<>(spreadOut)).isEqualTo(new HashSet<>(pieces));
        assertThat(spread.discs())
                .allMatch(disc -> disc.stream().mapToLong(Piece::bytes).sum() <= room);
        assertThat(spread.discs().size()).isGreaterThanOrEqualTo(spread.bound());
    }

    /** Every way there is, for few pieces. */
    private static int fewest(long[] sizes, int next, long[] rooms, int used, int best, long room) {
        if (used >= best) {
            return best;
        }
        if (next == sizes.length) {
            return used;
        }
        int found = best;
        for (int bin = 0; bin <= used && bin < sizes.length; bin++) {
            if (rooms[bin] >= sizes[next]) {
                rooms[bin] -= sizes[next];
                found =
                        Math.min(
                                found,
                                fewest(
                                        sizes,
                                        next + 1,
                                        rooms,
                                        Math.max(used, bin + 1),
                                        found,
                                        room));
                rooms[bin] += sizes[next];
            }
        }
        return found;
    }

    @Test
    void smallCasesAreAsGoodAsTrying() {
        Random random = new Random(7);
        int worse = 0;
        for (int run = 0; run < 400; run++) {
            long[] sizes = random.longs(1 + random.nextInt(9), 5, 70).toArray();
            List<Piece> pieces = pieces(sizes);
            DiscSpread spread = DiscSpread.of(pieces, 100);
            assertSound(spread, pieces, 100);
            long[] rooms = new long[sizes.length];
            Arrays.fill(rooms, 100);
            int fewest = fewest(sizes, 0, rooms, 0, sizes.length + 1, 100);
            assertThat(spread.bound()).isLessThanOrEqualTo(fewest);
            worse += spread.discs().size() - fewest;
        }
        assertThat(worse).isZero();
    }

    /** Filling in order would take a disc more for every two. */
    @Test
    void isBetterThanFillingInOrder() {
        long[] sizes = new long[60];
        for (int i = 0; i < sizes.length; i++) {
            sizes[i] = i % 2 == 0 ? 30 : 70;
        }
        Arrays.sort(sizes);
        DiscSpread spread = DiscSpread.of(pieces(sizes), 100);
        assertThat(spread.discs()).hasSize(30);
        assertThat(spread.bound()).isEqualTo(30);
    }

    @Tag("slow")
    @Test
    void largeCasesAreNearTheBound() {
        Random random = new Random(9);
        for (int count : new int[] {200, 1_000, 50_000}) {
            List<Piece> pieces = new ArrayList<>();
            for (int i = 0; i < count; i++) {
                String path = "part " + i % 40 + "/" + i;
                pieces.add(new Piece(path, (long) (1_000 * Math.exp(6 * random.nextDouble()))));
            }
            DiscSpread spread = DiscSpread.of(pieces, 1_000_000);
            assertSound(spread, pieces, 1_000_000);
            assertThat(spread.discs().size()).isLessThanOrEqualTo(spread.bound() + 1);
        }
    }

    @Test
    void foldersStayTogetherWhereThatCostsNoDisc() {
        List<Piece> pieces = new ArrayList<>();
        for (int folder = 0; folder < 6; folder++) {
            for (int i = 0; i < 10; i++) {
                pieces.add(new Piece("trench " + folder + "/" + i, 5));
            }
        }
        DiscSpread spread = DiscSpread.of(pieces, 100);
        assertThat(spread.discs()).hasSize(3);
        for (List<Piece> disc : spread.discs()) {
            assertThat(disc.stream().map(piece -> piece.path().split("/")[0]).distinct())
                    .hasSize(2);
        }
    }

    @Test
    void aFolderIsTakenApartWhereThatSavesADisc() {
        List<Piece> pieces =
                List.of(
                        new Piece("a/1", 60),
                        new Piece("b/1", 30),
                        new Piece("b/2", 30),
                        new Piece("c/1", 60),
                        new Piece("c/2", 10),
                        new Piece("a/2", 10));
        DiscSpread spread = DiscSpread.of(pieces, 100);
        assertSound(spread, pieces, 100);
        assertThat(spread.discs()).hasSize(2);
    }

    @Test
    void whatIsLargerThanADiscIsNamed() {
        DiscSpread spread = DiscSpread.of(pieces(50, 101, 20), 100);
        assertThat(spread.tooLarge()).extracting(Piece::path).containsExactly("dig/1");
        assertThat(spread.discs()).isEmpty();
    }

    @Test
    void nothingTakesNoDisc() {
        assertThat(DiscSpread.of(List.of(), 100).discs()).isEmpty();
    }
}
