package app.lacuna.demo;

import java.nio.charset.StandardCharsets;
import java.util.List;
import java.util.Locale;

/** The tables of the survey: regular text that compresses well, as such tables do. */
final class SurveyTables {
    private static final List<String> MATERIALS =
            List.of("pottery", "bone", "flint", "timber", "shell", "charcoal", "iron", "amber");
    private static final List<String> PARTS =
            List.of("rim", "base", "wall", "handle", "fragment", "flake", "splinter", "bead");

    private final Chance chance;

    SurveyTables(Chance chance) {
        this.chance = chance;
    }

    byte[] levels(int lines) {
        StringBuilder text = new StringBuilder("point,station,easting_m,northing_m,level_m\n");
        double east = 412_300;
        double north = 5_981_200;
        double level = 1.85;
        for (int i = 1; i <= lines; i++) {
            east += chance.between(-0.4, 0.5);
            north += chance.between(-0.4, 0.4);
            level += chance.between(-0.02, 0.02);
            text.append(
                    String.format(
                            Locale.ROOT,
                            "L%06d,ST%d,%.3f,%.3f,%.3f%n",
                            i,
                            1 + i / 5000,
                            east,
                            north,
                            level));
        }
        return bytes(text);
    }

    byte[] findSpots(int spots) {
        StringBuilder text = new StringBuilder("{\"type\":\"FeatureCollection\",\"features\":[\n");
        for (int i = 1; i <= spots; i++) {
            text.append(
                    String.format(
                            Locale.ROOT,
                            "{\"type\":\"Feature\",\"properties\":{\"find\":\"C-%05d\","
                                    + "\"material\":\"%s\"},\"geometry\":{\"type\":\"Point\","
                                    + "\"coordinates\":[%.7f,%.7f]}}%s\n",
                            i,
                            chance.oneOf(MATERIALS),
                            chance.between(7.91, 7.92),
                            chance.between(53.96, 53.97),
                            i < spots ? "," : ""));
        }
        return bytes(text.append("]}\n"));
    }

    byte[] finds(int lines) {
        StringBuilder text = new StringBuilder("find;context;material;part;weight_g;drawer\n");
        for (int i = 1; i <= lines; i++) {
            text.append(
                    String.format(
                            Locale.ROOT,
                            "C-%05d;%d;%s;%s;%.1f;%d%n",
                            i,
                            104 + chance.below(9),
                            chance.oneOf(MATERIALS),
                            chance.oneOf(PARTS),
                            chance.between(0.3, 180),
                            1 + chance.below(60)));
        }
        return bytes(text);
    }

    byte[] session() {
        return bytes(
                new StringBuilder("station=ST3\nbacksight=ST1\nprism_constant_mm=-30\nunits=m\n"));
    }

    private static byte[] bytes(StringBuilder text) {
        return text.toString().replace("\r\n", "\n").getBytes(StandardCharsets.UTF_8);
    }
}
