package app.lacuna.mail;

import app.lacuna.common.Secret;
import app.lacuna.exposure.Opener;
import app.lacuna.messages.MessageBundle;
import app.lacuna.opener.OpenerKind;
import app.lacuna.password.HintCheck;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;

/**
 * What the messages say to this recipient: what it is, how to open it with what they have, which
 * parts belong together. The subject says nothing.
 *
 * @param archive the archive's own name
 * @param reach what the recipient has to open it with
 * @param hidden whether its names are hidden
 * @param locked whether it has a password
 * @param page the opener page that goes with it
 * @param parts how it is spread over several messages, if it is
 * @param count how many messages there are
 */
public record Letter(
        String archive,
        Opener reach,
        boolean hidden,
        boolean locked,
        Optional<Page> page,
        Optional<PartsKind> parts,
        int count) {

    /** The page as it is attached. */
    public record Page(OpenerKind kind, String name) {}

    /** Two or three sentences, and that the password is not among them. */
    public String text(Locale language) {
        MessageBundle texts = new MessageBundle(Letter.class, language);
        Map<String, Object> slots = new HashMap<>();
        slots.put("name", archive);
        slots.put("count", count);
        slots.put("last", archive);
        page.ifPresent(shown -> slots.put("page", shown.name()));
        List<String> sentences = new ArrayList<>();
        sentences.add(texts.text("what." + what(), slots));
        boolean inside = page.filter(p -> p.kind() == OpenerKind.INSIDE).isPresent();
        if (parts.filter(PartsKind.NEED_EACH_OTHER::equals).isPresent()) {
            sentences.add(texts.text("save-all", slots));
        }
        if (locked || inside) {
            sentences.add(texts.text("how." + how(), slots));
        }
        if (hidden && (reach == Opener.AES_UNZIP || reach == Opener.NEWER_TOOL)) {
            sentences.add(texts.text("hidden", slots));
        }
        String text = String.join(" ", sentences);
        return locked ? text + "\n\n" + texts.text("password", slots) : text;
    }

    private String what() {
        if (page.filter(p -> p.kind() == OpenerKind.INSIDE).isPresent()) {
            return "page";
        }
        if (parts.isPresent()) {
            return parts.get() == PartsKind.OPEN_ALONE ? "alone" : "together";
        }
        return locked ? "archive" : "open";
    }

    private String how() {
        if (reach != Opener.WEB_BROWSER) {
            return reach.name();
        }
        return page.map(p -> "WEB_BROWSER." + p.kind()).orElse(Opener.AES_UNZIP.name());
    }

    /** Neutral: it is seen by everybody on the way. */
    public String subject(Locale language, int number) {
        MessageBundle texts = new MessageBundle(Letter.class, language);
        return count > 1
                ? texts.text("subject.part", Map.of("number", number, "count", count))
                : texts.text("subject", Map.of());
    }

    /** The lines under the text of each message that say which part it has. */
    String lines(Locale language, int number, Attached attached) {
        MessageBundle texts = new MessageBundle(Letter.class, language);
        Map<String, Object> slots = new HashMap<>();
        slots.put("number", number);
        slots.put("count", count);
        slots.put("name", attached.name());
        slots.put("size", attached.bytes());
        slots.put("sha256", attached.sha256());
        List<String> lines = new ArrayList<>();
        lines.add(texts.text(count > 1 ? "line" : "line.one", slots));
        lines.add(texts.text("checksum", slots));
        if (!hidden && !attached.contents().isEmpty()) {
            slots.put("contents", String.join(", ", attached.contents()));
            lines.add(texts.text("holds", slots));
        }
        return String.join("\n", lines);
    }

    /**
     * What is attached to one message.
     *
     * @param contents the paths inside, if it opens alone
     */
    record Attached(String name, long bytes, String sha256, List<String> contents) {}

    /** Whether a text that somebody typed has the password in it, or something close to it. */
    public static boolean givesAway(String text, Secret password) {
        return HintCheck.givesAway(text, password);
    }
}
