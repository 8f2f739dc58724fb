package app.lacuna.cli;

import app.lacuna.clearing.NotRecordedException;
import app.lacuna.error.DamagedArchive;
import app.lacuna.error.EditRefused;
import app.lacuna.error.LacunaException;
import app.lacuna.error.LimitExceeded;
import app.lacuna.error.MailTrouble;
import app.lacuna.error.NotPermitted;
import app.lacuna.error.PasswordUnusable;
import java.nio.file.FileSystemException;
import java.nio.file.NoSuchFileException;
import java.util.ArrayList;
import java.util.List;
import java.util.concurrent.CancellationException;

/** Turns a failure into words: what happened, what is still safe, what to do. */
final class FailureWords {
    private static final List<String> PARTS = List.of("what", "safe", "next");

    private FailureWords() {}

    static List<String> of(Throwable failure) {
        List<Object> facts = new ArrayList<>();
        String key = "failure." + keyOf(failure, facts);
        Object[] shown = facts.stream().map(FailureWords::shown).toArray();
        return PARTS.stream().map(part -> Words.text(key + "." + part, shown)).toList();
    }

    /** Of trouble that is no exception. */
    static List<String> parts(String name) {
        return PARTS.stream().map(part -> Words.text("failure." + name + "." + part)).toList();
    }

    /** One line for a list: only what happened. */
    static String brief(Throwable failure) {
        return of(failure).get(0);
    }

    private static String keyOf(Throwable failure, List<Object> facts) {
        if (failure instanceof DamagedArchive damaged) {
            facts.add(Words.text("damage." + damaged.damage()));
            facts.add(damaged.entry());
            return damaged.entry().isEmpty() ? "DamagedArchive" : "DamagedEntry";
        }
        if (failure instanceof OutOfMemoryError) {
            return "OutOfMemory";
        }
        if (failure instanceof MailTrouble trouble) {
            facts.add(trouble.reason());
            facts.add(
                    trouble.answer().isEmpty()
                            ? ""
                            : Words.text("mail.said", PrintableName.of(trouble.answer())));
            return "MailTrouble." + trouble.reason();
        }
        if (failure instanceof LacunaException own) {
            facts.addAll(own.facts());
            return own.getClass().getSimpleName();
        }
        if (failure instanceof NotRecordedException) {
            return "NotRecorded";
        }
        if (failure instanceof CancellationException) {
            return "Cancelled";
        }
        if (failure instanceof FileSystemException system) {
            facts.add(String.valueOf(system.getFile()));
            if (system instanceof NoSuchFileException) {
                return "NoSuchFile";
            }
            return NotPermitted.is(system) ? "AccessDenied" : "FileSystem";
        }
        return "Other";
    }

    private static Object shown(Object fact) {
        if (fact instanceof LimitExceeded.Limit limit) {
            return Words.text("limit." + limit);
        }
        if (fact instanceof PasswordUnusable.Reason unusable) {
            return Words.text("password.unusable." + unusable);
        }
        if (fact instanceof Integer) {
            return fact; // a text may say it in another way for one than for many
        }
        return fact instanceof EditRefused.Reason reason
                ? Words.text("edit." + reason)
                : PrintableName.of(String.valueOf(fact));
    }
}
