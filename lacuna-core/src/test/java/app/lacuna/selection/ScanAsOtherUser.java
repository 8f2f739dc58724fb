package app.lacuna.selection;

import app.lacuna.common.CancelToken;
import java.nio.file.Path;
import java.util.List;

/** Scans a folder and prints what it finds; started by a test as a user with fewer rights. */
final class ScanAsOtherUser {
    private ScanAsOtherUser() {}

    public static void main(String[] arguments) {
        FileSelection selection =
                new SelectionScanner(CancelToken.never()).scan(List.of(Path.of(arguments[0])));
        selection.items().forEach(item -> System.out.println("item " + item.path()));
        selection
                .leftOut()
                .forEach(
                        left ->
                                System.out.println(
                                        "left "
                                                + left.reason()
                                                + " "
                                                + left.source().getFileName()));
    }
}
