package app.lacuna.demo.mail;

/** What goes wrong, each time until it is switched off. */
public enum Fault {
    NONE,
    /** It reads the whole message and says that it is too large, whatever it announced. */
    TOO_LARGE,
    /** It takes no web pages and no archives. */
    KIND_REFUSED,
    WRONG_LOGIN,
    /** The connection breaks in the middle of a message. */
    CONNECTION_LOST,
    /** It breaks when all of the message has arrived, before it is answered. */
    NO_ANSWER,
    SLOW
}
