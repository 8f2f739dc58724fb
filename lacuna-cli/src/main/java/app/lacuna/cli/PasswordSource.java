package app.lacuna.cli;

import static java.util.Objects.requireNonNull;

import app.lacuna.common.Secret;
import app.lacuna.error.PasswordRequired;
import app.lacuna.error.PasswordUnusable;
import app.lacuna.password.PasswordText;
import java.io.IOException;
import java.io.InputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Optional;
import org.jspecify.annotations.Nullable;
import picocli.CommandLine.ITypeConverter;
import picocli.CommandLine.Option;
import picocli.CommandLine.TypeConversionException;

/**
 * Where a password comes from: the terminal, or one of three places that other users of the
 * computer can not look into. There is no way to give one as an argument.
 */
final class PasswordSource {
    @Option(
            names = "--password-from",
            paramLabel = "${bundle:param.SOURCE}",
            converter = PlaceConverter.class)
    private @Nullable Place place;

    PasswordSource() {}

    /** From a place that another option has named. */
    PasswordSource(Place place) {
        this.place = place;
    }

    boolean isGiven() {
        return place != null;
    }

    /** For opening: asked for once. The caller closes it. */
    Secret forOpening(Terminal terminal, Path archive) throws IOException {
        return place != null
                ? fromPlace(terminal, archive)
                : terminal.ask(Words.text("password.ask", PrintableName.of(archive.toString())))
                        .orElseThrow(() -> new PasswordRequired(archive));
    }

    /** For what also goes without: empty if none is given and there is nobody to ask. */
    Optional<Secret> ifThereIsOne(Terminal terminal, Path archive) throws IOException {
        return place != null
                ? Optional.of(fromPlace(terminal, archive))
                : terminal.ask(Words.text("password.ask", PrintableName.of(archive.toString())));
    }

    /** For packing: asked for twice. The caller closes it. */
    Secret forPacking(Terminal terminal, Path archive) throws IOException {
        Secret first =
                place != null
                        ? fromPlace(terminal, archive)
                        : askTwice(terminal).orElseThrow(() -> new PasswordRequired(archive));
        if (first.length() == 0) {
            throw new PasswordRequired(archive);
        }
        return first;
    }

    private static Optional<Secret> askTwice(Terminal terminal) {
        while (true) {
            Optional<Secret> first = terminal.ask(Words.text("password.new"));
            if (first.isEmpty()) {
                return first;
            }
            try (Secret second = terminal.ask(Words.text("password.again")).orElseThrow()) {
                if (first.get().sameAs(second)) {
                    return first;
                }
            }
            first.get().close();
            terminal.say(Words.text("password.differ"));
        }
    }

    private Secret fromPlace(Terminal terminal, Path archive) throws IOException {
        Place from = requireNonNull(place);
        return switch (from.kind) {
            case STDIN -> {
                if (!terminal.isInputGiven()) {
                    throw new PasswordUnusable(PasswordUnusable.Reason.NO_SOURCE);
                }
                yield PasswordText.firstLine(terminal.in());
            }
            case FILE -> {
                if (Files.isDirectory(Path.of(from.name))) {
                    throw new PasswordUnusable(PasswordUnusable.Reason.FOLDER);
                }
                try (InputStream in = Files.newInputStream(Path.of(from.name))) {
                    yield PasswordText.firstLine(in);
                }
            }
            case ENV ->
                    PasswordText.of(
                            terminal.variable(from.name)
                                    .orElseThrow(() -> new PasswordRequired(archive)));
        };
    }

    enum Kind {
        STDIN,
        FILE,
        ENV
    }

    record Place(Kind kind, String name) {}

    static final class PlaceConverter implements ITypeConverter<Place> {
        @Override
        public Place convert(String value) {
            if (value.equals("stdin")) {
                return new Place(Kind.STDIN, "");
            }
            if (value.startsWith("file:") && value.length() > 5) {
                return new Place(Kind.FILE, value.substring(5));
            }
            if (value.startsWith("env:") && value.length() > 4) {
                return new Place(Kind.ENV, value.substring(4));
            }
            throw new TypeConversionException(Words.text("password.source"));
        }
    }
}
