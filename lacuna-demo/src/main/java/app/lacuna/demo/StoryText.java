package app.lacuna.demo;

import java.nio.charset.StandardCharsets;
import java.util.List;

/** The written part of the story. Nobody in it has a name. */
final class StoryText {
    private static final List<String> WEATHER =
            List.of(
                    "Spring tide, the trench under water until ten.",
                    "Frost in the morning, the clay came off in plates.",
                    "Wind from the sea, sheets weighted with sandbags.",
                    "Quiet and grey, good light for photographs.",
                    "Rain from noon, section drawn under the awning.");
    private static final List<String> WORK =
            List.of(
                    "Cleaned the hearth and photographed it from the north before half-sectioning.",
                    "A second row of timbers shows west of the first; levels taken every metre.",
                    "Shell layer lifted in spits of five centimetres and bagged by square.",
                    "Pottery with pitted decoration in the fill of the ditch, left in place.",
                    "Wattle panel wrapped wet. It goes to the laboratory in the cold box.",
                    "Find spots measured twice; the prism constant had been entered wrongly.");
    private static final List<String> CLOSING =
            List.of(
                    "Coordinates stay in the locked folder until the site is filled in again.",
                    "Nobody was seen on the dyke today.",
                    "Footprints beside the spoil heap that are not ours. Told the landowner.",
                    "Everything covered before the tide.");

    private StoryText() {}

    static byte[] diary(Chance chance, int days) {
        StringBuilder text = new StringBuilder("Site diary, Trench C, winter season\n\n");
        for (int day = 1; day <= days; day++) {
            text.append("Day ").append(day).append(". ");
            text.append(chance.oneOf(WEATHER)).append(' ');
            text.append(chance.oneOf(WORK)).append(' ');
            text.append(chance.oneOf(WORK)).append(' ');
            text.append(chance.oneOf(CLOSING)).append("\n\n");
        }
        return text.toString().getBytes(StandardCharsets.UTF_8);
    }

    static byte[] conservation() {
        return """
        Conservation notes

        Timber: keep wet and dark, tap water changed every third day.
        Iron: dry, with silica gel, never in the same box as the timber.
        Amber: lukewarm water only. No sunlight while drying.
        Bags with two labels, one inside, one outside.
        """
                .getBytes(StandardCharsets.UTF_8);
    }

    static List<String> context(int number) {
        return List.of(
                "Saltmarsh Causeway, Trench C, winter season",
                "Context: " + number,
                "Kind: fill of a shallow pit, burnt",
                "Soil: dark brown silty clay, charcoal frequent, shell rare",
                "Under: " + (number - 1) + "     Over: " + (number + 1),
                "Levels: 1.62 m to 1.41 m",
                "Samples: two bags of 10 litres for sieving",
                "Photographs: from the north, from the section",
                "Reading: hearth, used more than once, cleared in between");
    }

    static List<String> permit() {
        return List.of(
                "Permit for one trench of 6 m by 4 m on the causeway, winter season.",
                "The landowner is told of every day of work and of every visitor.",
                "The place of the finds is not to be made known before the trench is filled in.",
                "The finds go to the regional store; the records to its archive.");
    }
}
