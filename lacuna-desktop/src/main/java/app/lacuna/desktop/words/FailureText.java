package app.lacuna.desktop.words;

import app.lacuna.clearing.NotRecordedException;
import app.lacuna.common.ByteCount;
import app.lacuna.error.DamagedArchive;
import app.lacuna.error.DestinationMissing;
import app.lacuna.error.DiscMissing;
import app.lacuna.error.DiscTrouble;
import app.lacuna.error.EditRefused;
import app.lacuna.error.LacunaException;
import app.lacuna.error.LimitExceeded;
import app.lacuna.error.MailTrouble;
import app.lacuna.error.NotPermitted;
import app.lacuna.error.PasswordUnusable;
import java.nio.file.NoSuchFileException;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.EnumSet;
import java.util.List;
import java.util.Set;
import java.util.concurrent.CancellationException;

/** A failure in words: what happened, what is still safe, what to do. */
public record FailureText(String what, String safe, String next) {
    /** Of what the service itself said something that helps. */
    private static final Set<MailTrouble.Reason> SAYS_MORE =
            EnumSet.of(
                    MailTrouble.Reason.LOGIN,
                    MailTrouble.Reason.ADDRESS,
                    MailTrouble.Reason.TOO_LARGE,
                    MailTrouble.Reason.KIND_REFUSED,
                    MailTrouble.Reason.REFUSED);

    public static FailureText of(Throwable failure) {
        List<Object> facts = new ArrayList<>();
        String key = "failure." + keyOf(failure, facts);
        Object[] shown = facts.stream().map(FailureText::shown).toArray();
        return new FailureText(
                Words.text(key + ".what", shown),
                Words.text(key + ".safe", shown),
                Words.text(key + ".next", shown));
    }

    /** The same without the name of any file inside of an archive. */
    public static FailureText withoutInside(Throwable failure) {
        return of(
                failure instanceof DamagedArchive damaged
                        ? new DamagedArchive(damaged.damage(), "", damaged.offset())
                        : failure);
    }

    /** One that has a name of its own. */
    public static FailureText named(String name, Object... facts) {
        String key = "failure." + name;
        return new FailureText(
                Words.text(key + ".what", facts),
                Words.text(key + ".safe", facts),
                Words.text(key + ".next", facts));
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
            if (SAYS_MORE.contains(trouble.reason())) {
                facts.add(said(trouble));
            }
            return "MailTrouble." + trouble.reason();
        }
        if (failure instanceof DiscTrouble trouble) {
            facts.addAll(trouble.facts());
            facts.add(trouble.facts().get(1).equals("") ? "no" : "yes");
            return "DiscTrouble." + trouble.reason();
        }
        if (failure instanceof DiscMissing missing) {
            facts.addAll(missing.facts());
            facts.add(missing.facts().get(2).equals(0) ? "no" : "yes");
            return "DiscMissing";
        }
        if (failure instanceof DestinationMissing away) {
            facts.add(PathNames.brief(away.place()));
            return "DestinationMissing";
        }
        if (failure instanceof LacunaException own) {
            facts.addAll(own.facts());
            return own.getClass().getSimpleName();
        }
        if (failure instanceof NotRecordedException) {
            return "NotRecorded";
        }
        if (failure instanceof NoSuchFileException) {
            return "NoSuchFile";
        }
        if (failure instanceof CancellationException) {
            return "Cancelled";
        }
        return NotPermitted.is(failure) ? "AccessDenied" : "Other";
    }

    private static String said(MailTrouble trouble) {
        if (trouble.announced().isPresent()) {
            return Words.text("mail.announced", Sizes.inWords(trouble.announced().getAsLong()));
        }
        return trouble.answer().isEmpty() ? "" : Words.text("mail.said", trouble.answer());
    }

    /** Of a path the last name: where it lies is said elsewhere on the page. */
    private static Object shown(Object fact) {
        if (fact instanceof LimitExceeded.Limit limit) {
            return Words.text("limit." + limit);
        }
        if (fact instanceof EditRefused.Reason reason) {
            return Words.text("edit." + reason);
        }
        if (fact instanceof PasswordUnusable.Reason unusable) {
            return Words.text("password.unusable." + unusable);
        }
        if (fact instanceof ByteCount count) {
            return Sizes.inWords(count.bytes());
        }
        return fact instanceof Path path && path.getFileName() != null
                ? path.getFileName().toString()
                : fact;
    }

    public String inOneLine() {
        return what + " " + safe + " " + next;
    }
}
