package app.lacuna.selection;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import app.lacuna.selection.Treemap.Area;
import java.util.Comparator;
import java.util.List;
import java.util.Random;
import org.junit.jupiter.api.Test;

class TreemapTest {
    /** The example of Bruls, Huizing and van Wijk: sizes 6, 6, 4, 3, 2, 2, 1 on 6 by 4. */
    @Test
    void laysOutTheExampleOfItsAuthors() {
        List<Area> areas =
                Treemap.layOut(List.of(6L, 6L, 4L, 3L, 2L, 2L, 1L), new Area(0, 0, 6, 4));
        assertThat(areas.get(0)).isEqualTo(new Area(0, 0, 3, 2));
        assertThat(areas.get(1)).isEqualTo(new Area(0, 2, 3, 2));
        assertThat(areas.get(2).width()).isCloseTo(12.0 / 7, within(1e-9));
        assertThat(areas.get(2).height()).isCloseTo(7.0 / 3, within(1e-9));
        assertThat(areas.get(3).x()).isCloseTo(3 + 12.0 / 7, within(1e-9));
    }

    @Test
    void areasAreAsTheSizesAndDoNotOverlap() {
        List<Long> sizes =
                new Random(5)
                        .longs(60, 1, 1_000_000)
                        .boxed()
                        .sorted(Comparator.reverseOrder())
                        .toList();
        Area all = new Area(10, 20, 300, 200);
        List<Area> areas = Treemap.layOut(sizes, all);
        double scale = all.size() / sizes.stream().mapToLong(Long::longValue).sum();
        for (int i = 0; i < sizes.size(); i++) {
            Area a = areas.get(i);
            assertThat(a.size()).isCloseTo(sizes.get(i) * scale, within(1e-6));
            assertThat(a.x()).isGreaterThanOrEqualTo(10 - 1e-6);
            assertThat(a.x() + a.width()).isLessThanOrEqualTo(310 + 1e-6);
            assertThat(a.y() + a.height()).isLessThanOrEqualTo(220 + 1e-6);
            for (int j = 0; j < i; j++) {
                Area b = areas.get(j);
                double across =
                        Math.min(a.x() + a.width(), b.x() + b.width()) - Math.max(a.x(), b.x());
                double down =
                        Math.min(a.y() + a.height(), b.y() + b.height()) - Math.max(a.y(), b.y());
                assertThat(Math.min(across, down)).isLessThan(1e-6);
            }
        }
    }

    @Test
    void nothingTakesNoRoom() {
        assertThat(Treemap.layOut(List.of(), new Area(0, 0, 5, 5))).isEmpty();
        assertThat(Treemap.layOut(List.of(0L, 0L), new Area(0, 0, 5, 5)))
                .allMatch(area -> area.size() == 0);
    }
}
