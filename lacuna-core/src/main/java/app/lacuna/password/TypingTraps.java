package app.lacuna.password;

import app.lacuna.common.Secret;
import java.nio.CharBuffer;
import java.util.EnumSet;
import java.util.Set;

/** What makes a password hard to type again on another day or another keyboard. */
public final class TypingTraps {
    private TypingTraps() {}

    /** One kind of trap. */
    public enum Trap {
        BLANK_AT_THE_START,
        BLANK_AT_THE_END,
        /** Letters that keyboards have in different places, or not at all. */
        OTHER_ON_OTHER_KEYBOARDS
    }

    /** On German and French keyboards these lie elsewhere (common practice, no source). */
    private static final String WANDERING = "yzYZ@#^~{}[]|\\<>`'\"§€";

    public static Set<Trap> in(Secret password) {
        return password.withCharacters(TypingTraps::in);
    }

    private static Set<Trap> in(CharBuffer characters) {
        Set<Trap> traps = EnumSet.noneOf(Trap.class);
        int length = characters.length();
        if (length == 0) {
            return traps;
        }
        if (Character.isWhitespace(characters.charAt(0))) {
            traps.add(Trap.BLANK_AT_THE_START);
        }
        if (Character.isWhitespace(characters.charAt(length - 1))) {
            traps.add(Trap.BLANK_AT_THE_END);
        }
        for (int i = 0; i < length; i++) {
            char c = characters.charAt(i);
            if (c > 126 || WANDERING.indexOf(c) >= 0) {
                traps.add(Trap.OTHER_ON_OTHER_KEYBOARDS);
            }
        }
        return traps;
    }
}
