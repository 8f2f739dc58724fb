package app.lacuna.cli;

import app.lacuna.common.ByteCount;
import app.lacuna.disc.DiscFacts.Spread;
import app.lacuna.disc.DiscKind;
import app.lacuna.disc.DiscLabel;
import app.lacuna.disc.DiscOrder;
import app.lacuna.disc.Recovery;
import java.time.Clock;
import java.time.Instant;
import java.time.temporal.ChronoUnit;
import java.util.Optional;
import picocli.CommandLine.ITypeConverter;
import picocli.CommandLine.Option;
import picocli.CommandLine.TypeConversionException;

/** What the discs are to be like, as options: for planning and for writing. */
final class DiscOptions {
    @Option(
            names = "--kind",
            paramLabel = "${bundle:param.KIND}",
            descriptionKey = "discs.kind",
            converter = KindConverter.class)
    private Optional<DiscKind> kind = Optional.empty();

    @Option(
            names = "--recovery",
            paramLabel = "${bundle:param.WHAT}",
            descriptionKey = "discs.recovery",
            converter = RecoveryConverter.class)
    private Recovery recovery = Recovery.NONE;

    @Option(
            names = "--spread",
            paramLabel = "${bundle:param.HOW}",
            descriptionKey = "discs.spread",
            converter = SpreadConverter.class)
    private Spread spread = Spread.OPEN_ALONE;

    @Option(names = "--name", paramLabel = "${bundle:param.LABEL}", descriptionKey = "discs.name")
    private Optional<String> name = Optional.empty();

    /** The one that was asked for. */
    Optional<DiscKind> kind() {
        return kind;
    }

    /**
     * @param nameless what the discs are called if nobody has said
     */
    DiscOrder order(DiscKind of, String nameless, String hint, Clock clock) {
        Instant now = clock.instant().truncatedTo(ChronoUnit.SECONDS);
        return new DiscOrder(
                of,
                spread,
                recovery,
                DiscLabel.of(name.orElse(nameless)),
                hint.isBlank() ? Optional.empty() : Optional.of(hint),
                now,
                clock.getZone(),
                Words.language().locale());
    }

    private static final class KindConverter implements ITypeConverter<DiscKind> {
        @Override
        public DiscKind convert(String value) {
            try {
                return DiscKind.named(value)
                        .orElseGet(() -> DiscKind.ofBytes(ByteCount.parse(value).bytes()));
            } catch (NumberFormatException e) {
                throw new TypeConversionException(Words.text("discs.kinds"));
            }
        }
    }

    private static final class RecoveryConverter implements ITypeConverter<Recovery> {
        @Override
        public Recovery convert(String value) {
            return Recovery.named(value)
                    .orElseThrow(
                            () ->
                                    new TypeConversionException(
                                            Words.text("discs.recoveries", Recovery.MOST_DISCS)));
        }
    }

    private static final class SpreadConverter implements ITypeConverter<Spread> {
        @Override
        public Spread convert(String value) {
            return switch (value) {
                case "alone" -> Spread.OPEN_ALONE;
                case "together" -> Spread.TOGETHER;
                default -> throw new TypeConversionException(Words.text("discs.spreads"));
            };
        }
    }
}
