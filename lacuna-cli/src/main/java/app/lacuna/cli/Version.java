package app.lacuna.cli;

import app.lacuna.messages.BuildInfo;
import picocli.CommandLine.IVersionProvider;

/** The version, what it runs on and what it was built with. */
final class Version implements IVersionProvider {
    @Override
    public String[] getVersion() {
        return new String[] {
            Words.text("version", BuildInfo.version()),
            Words.text("version.java", System.getProperty("java.version")),
            Words.text("version.libraries", String.join(", ", BuildInfo.libraries()))
        };
    }
}
