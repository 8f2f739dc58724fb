package app.lacuna.mail;

import com.ibm.icu.text.IDNA;
import jakarta.mail.internet.AddressException;
import java.util.regex.Pattern;

/**
 * An address as a mail service gets it: the domain in ASCII (RFC 5890, by UTS 46), the part before
 * "@" as it was typed. Letters outside ASCII before "@" need a service with SMTPUTF8 (RFC 6531).
 *
 * @param local the part before "@"
 * @param domain in ASCII, or an address literal
 */
record MailAddress(String local, String domain) {
    private static final IDNA DOMAINS =
            IDNA.getUTS46Instance(
                    IDNA.NONTRANSITIONAL_TO_ASCII
                            | IDNA.NONTRANSITIONAL_TO_UNICODE
                            | IDNA.CHECK_BIDI
                            | IDNA.CHECK_CONTEXTJ
                            | IDNA.USE_STD3_RULES);
    private static final Pattern UNSEEN = Pattern.compile("[\\p{Cc}\\p{Cf}\\p{Zl}\\p{Zp}]");

    /**
     * @throws AddressException if it has no domain, or one that cannot be written in ASCII
     */
    static MailAddress of(String typed) throws AddressException {
        int at = typed.lastIndexOf('@');
        if (at <= 0 || at == typed.length() - 1 || UNSEEN.matcher(typed).find()) {
            throw new AddressException("no local part or no domain", typed);
        }
        String local = typed.substring(0, at);
        String domain = typed.substring(at + 1);
        return new MailAddress(local, domain.startsWith("[") ? literal(domain) : ascii(domain));
    }

    private static String literal(String domain) throws AddressException {
        if (!isAscii(domain) || !domain.endsWith("]")) {
            throw new AddressException("no address literal", domain);
        }
        return domain;
    }

    private static String ascii(String domain) throws AddressException {
        IDNA.Info info = new IDNA.Info();
        StringBuilder ascii = DOMAINS.nameToASCII(domain, new StringBuilder(), info);
        if (info.hasErrors() || !isAscii(ascii)) {
            throw new AddressException("no domain name", domain);
        }
        return ascii.toString();
    }

    /** Whether the service must support SMTPUTF8. */
    boolean needsUtf8() {
        return !isAscii(local);
    }

    /** For the envelope: every character arrives as it is, or the message is not sent. */
    String envelope() {
        return local + "@" + domain;
    }

    private static boolean isAscii(CharSequence text) {
        return text.chars().allMatch(letter -> letter < 0x80);
    }
}
