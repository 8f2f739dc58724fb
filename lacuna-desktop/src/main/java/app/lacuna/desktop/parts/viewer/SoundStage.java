package app.lacuna.desktop.parts.viewer;

import app.lacuna.desktop.look.Styles;
import app.lacuna.desktop.ui.Page;
import app.lacuna.desktop.words.Dates;
import app.lacuna.desktop.words.Words;
import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.time.Duration;
import java.util.Optional;
import javafx.geometry.Pos;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.layout.VBox;
import javax.sound.sampled.AudioFormat;
import javax.sound.sampled.AudioInputStream;
import javax.sound.sampled.AudioSystem;
import javax.sound.sampled.Clip;
import javax.sound.sampled.LineUnavailableException;
import javax.sound.sampled.UnsupportedAudioFileException;

/** Plays sound from memory, where this computer can. */
final class SoundStage extends VBox {
    private final byte[] sound;
    private final Label trouble = Page.label("", Styles.SECONDARY);
    private final Button play;
    private Optional<Clip> clip = Optional.empty();

    SoundStage(byte[] sound) {
        super(12);
        this.sound = sound;
        setAlignment(Pos.CENTER);
        play = Page.button("sound-play", Words.text("viewer.sound.play"), this::playOrStop);
        trouble.setId("sound-trouble");
        getChildren().setAll(Page.label(described(), Styles.SECONDARY), play, trouble);
        sceneProperty()
                .addListener(
                        (property, before, now) -> {
                            if (now == null) {
                                stop();
                            }
                        });
    }

    private String described() {
        try (AudioInputStream in = stream()) {
            AudioFormat format = in.getFormat();
            long millis = (long) (1000 * in.getFrameLength() / format.getFrameRate());
            return Words.text(
                    "viewer.sound",
                    Dates.duration(Duration.ofMillis(millis)),
                    format.getChannels(),
                    Math.round(format.getSampleRate()));
        } catch (IOException | UnsupportedAudioFileException e) {
            play.setDisable(true);
            return Words.text("viewer.sound.unknown");
        }
    }

    private AudioInputStream stream() throws IOException, UnsupportedAudioFileException {
        return AudioSystem.getAudioInputStream(new ByteArrayInputStream(sound));
    }

    private void playOrStop() {
        if (clip.isPresent()) {
            stop();
            return;
        }
        try (AudioInputStream in = stream()) {
            Clip made = AudioSystem.getClip();
            made.open(in);
            made.start();
            clip = Optional.of(made);
            play.setText(Words.text("viewer.sound.stop"));
        } catch (IOException
                | UnsupportedAudioFileException
                | LineUnavailableException
                | IllegalArgumentException e) {
            trouble.setText(Words.text("viewer.sound.no-device"));
        }
    }

    private void stop() {
        clip.ifPresent(Clip::close);
        clip = Optional.empty();
        play.setText(Words.text("viewer.sound.play"));
    }
}
