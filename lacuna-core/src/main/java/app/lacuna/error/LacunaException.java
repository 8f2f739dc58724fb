package app.lacuna.error;

import java.io.IOException;
import java.util.List;

/** The root of everything that Lacuna itself refuses or can not do. */
public abstract sealed class LacunaException extends IOException
        permits ArchiveChanged,
                DamagedArchive,
                DamagedOnTheWay,
                DestinationMissing,
                DestinationTaken,
                DiscMissing,
                DiscTrouble,
                DiscTooSmall,
                DiscsDoNotBelong,
                EditRefused,
                GenerationMissing,
                InSeveralParts,
                LimitExceeded,
                MailTrouble,
                NotAnArchive,
                NotEnoughSpace,
                NothingToPack,
                PageCanNotOpen,
                PartsMissing,
                PasswordRequired,
                PasswordUnusable,
                ProofFailed,
                ReadOnlyTarget,
                RoundIsRunning,
                SourceNotMounted,
                SourceUnreadable,
                TargetExists,
                TargetUnusable,
                TooLargeForDisc,
                TooLargeForMail,
                TooLargeForPage,
                TooManyParts,
                UnsupportedFeature,
                VolumeMissing,
                WrongPassword {
    private static final long serialVersionUID = 1L;

    private final transient List<Object> facts;

    LacunaException(String plainText, Object... facts) {
        super(plainText);
        this.facts = List.of(facts);
    }

    /** What the front end's sentences are filled with, in the order of the type's constructor. */
    public final List<Object> facts() {
        return facts;
    }
}
