package app.lacuna.mail;

import app.lacuna.error.MailTrouble.Reason;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.jspecify.annotations.Nullable;

/** What an answer of a mail service means: its code (RFC 5321) and what may follow (RFC 3463). */
final class SmtpAnswer {
    private static final Pattern ENHANCED = Pattern.compile("\\b[45]\\.(\\d{1,3})\\.(\\d{1,3})\\b");
    private static final int SHOWN_AT_MOST = 300;

    /** RFC 5321: more than the mailbox takes. */
    private static final int EXCEEDED = 552;

    private SmtpAnswer() {}

    static Reason reason(int code, @Nullable String words) {
        Matcher enhanced = ENHANCED.matcher(words == null ? "" : words);
        if (enhanced.find()) {
            String subject = enhanced.group(1);
            String detail = enhanced.group(2);
            if (subject.equals("7")) {
                return Reason.KIND_REFUSED; // a rule forbids it
            }
            if ((subject.equals("3") && detail.equals("4"))
                    || (subject.equals("2") && detail.equals("3"))) {
                return Reason.TOO_LARGE;
            }
        }
        return code == EXCEEDED ? Reason.TOO_LARGE : Reason.REFUSED;
    }

    /** Written by somebody else: without what would disturb the line it is shown in. */
    static String shown(@Nullable String words) {
        if (words == null) {
            return "";
        }
        String line = words.replaceAll("[\\p{Cntrl}\\p{Cf}\\s]+", " ").strip();
        return line.length() > SHOWN_AT_MOST ? line.substring(0, SHOWN_AT_MOST) + "\u2026" : line;
    }
}
