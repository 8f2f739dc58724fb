package app.lacuna.rounds;

import app.lacuna.archive.Names;
import app.lacuna.archive.Protection;
import app.lacuna.compression.Method;

/** The form that was packed in last: the next archive starts from it. */
public record RecentForm(Protection protection, Names names, Method method) {}
