using System.Collections.Immutable;
using GoldNotch.Core.Cameras;
using GoldNotch.Core.Checks;
using GoldNotch.Core.Judgements;
using GoldNotch.Core.Sheets;
using GoldNotch.Exchange;

namespace GoldNotch.Data;

/// <summary>A reading as it is kept: what was typed or shown, and by whom.</summary>
/// <param name="Setting">The setting.</param>
/// <param name="Kind"><c>value</c>, <c>automatic</c>, <c>not-fitted</c>, or <c>unread</c> for one that was taken back.</param>
/// <param name="Typed">What was typed; empty unless a value.</param>
/// <param name="By">Who read it.</param>
/// <param name="At">When.</param>
/// <param name="Version">Rises with each change of this reading.</param>
public sealed record StoredReading(Setting Setting, ReadingKind Kind, string Typed, string By, DateTimeOffset At, int Version)
{
    /// <summary>As found, or as left after correcting.</summary>
    public CheckStage Stage { get; init; }

    /// <summary>What was meant; null where the kind is no value.</summary>
    public SettingValue? Value { get; init; }

    /// <summary>Whether the camera reported it.</summary>
    public bool FromCamera { get; init; }

    /// <summary>Whether a test clip answered it. Where neither the camera nor a clip did, a person read it.</summary>
    public bool FromClip { get; init; }

    /// <summary>Place in the order in which the check took its readings, from 1; 0 before it is kept.</summary>
    public int Order { get; init; }

    /// <summary>Whether it says the same, whoever said it and whenever.</summary>
    public bool IsTheSameAs(StoredReading other) =>
        Setting == other.Setting && Stage == other.Stage && Kind == other.Kind && Typed == other.Typed;

    /// <summary>Whether it is of the same notch in the same stage.</summary>
    public bool IsOfTheSameAs(StoredReading other) => Setting == other.Setting && Stage == other.Stage;
}

/// <summary>A check as it is kept, without its readings.</summary>
/// <param name="Id">Made by the client, so that a retry changes nothing.</param>
/// <param name="UnitTag">The unit checked.</param>
/// <param name="StandardKey">The standard.</param>
/// <param name="StandardVersion">Its version.</param>
/// <param name="StandardName">Its name; empty in a check that is not kept yet.</param>
/// <param name="StartedBy">Who began.</param>
/// <param name="StartedAt">When.</param>
/// <param name="SignedBy">Who signed, or null while open.</param>
/// <param name="SignedAt">When, or null while open.</param>
/// <param name="Note">A note.</param>
/// <param name="Summary">As it stands, in one line.</param>
/// <param name="ShootName">The shoot whose plan it is checked by; empty where it is the standard alone.</param>
public sealed record StoredCheck(
    Guid Id,
    string UnitTag,
    string StandardKey,
    int StandardVersion,
    string StandardName,
    string StartedBy,
    DateTimeOffset StartedAt,
    string? SignedBy,
    DateTimeOffset? SignedAt,
    string Note,
    CheckSummary Summary,
    string ShootName = ""
)
{
    /// <summary><c>approved</c>, or <c>retired</c> where that came since the check began; empty in a check that is not kept yet.</summary>
    public StandardState StandardState { get; init; }

    /// <summary>Rises with every reading, decision and photograph: a signature names the one it was given for.</summary>
    public int Version { get; init; } = 1;

    /// <summary>Who brought it in with a file, where it was not taken here: then start, readings and signature are what the file claims.</summary>
    public string? ImportedBy { get; init; }

    /// <summary>When it was brought in.</summary>
    public DateTimeOffset? ImportedAt { get; init; }

    /// <summary>Lines found outside, before anything was corrected.</summary>
    public int FoundOffTarget { get; init; }

    /// <summary>Lines found automatic, before anything was corrected.</summary>
    public int FoundAutomatic { get; init; }

    /// <summary>What was found wrong, in a few words.</summary>
    public ImmutableArray<Judgement> FoundHeadline { get; init; } = [];

    /// <summary>The check summed up anew.</summary>
    public StoredCheck With(JudgedCheck judged) =>
        this with
        {
            Summary = judged.Summary,
            FoundOffTarget = judged.FoundSummary.OffTarget,
            FoundAutomatic = judged.FoundSummary.Automatic,
            FoundHeadline = judged.FoundSummary.Headline,
        };
}

/// <summary>A photograph kept as evidence; the picture itself is asked for by its id.</summary>
/// <param name="Id">Made by the client.</param>
/// <param name="Setting">The notch it shows; null where it shows the camera.</param>
/// <param name="By">Who took it.</param>
/// <param name="At">When.</param>
/// <param name="Width">Pixels.</param>
/// <param name="Height">Pixels.</param>
public sealed record StoredPhoto(Guid Id, Setting? Setting, string By, DateTimeOffset At, int Width, int Height);

/// <summary>Something said beside a signed check.</summary>
/// <param name="Id">Made by the client.</param>
/// <param name="Setting">The notch it is about; null where it is about the check.</param>
/// <param name="Text">What is said.</param>
/// <param name="By">Who.</param>
/// <param name="At">When.</param>
public sealed record StoredAddition(Guid Id, Setting? Setting, string Text, string By, DateTimeOffset At);

/// <summary>A check with its frozen card and its readings.</summary>
/// <param name="Check">The check.</param>
/// <param name="ModelSpecification">The capability card as it was when the check began, JSON.</param>
/// <param name="Readings">The readings, in the order of the work, as found before as left.</param>
/// <param name="Shoot">What a plan puts in the place of the standard's notches; null where it is the standard alone.</param>
public sealed record WholeCheck(
    StoredCheck Check,
    string ModelSpecification,
    IReadOnlyList<StoredReading> Readings,
    PlannedSheetDocument? Shoot = null
)
{
    /// <summary>Second readings of a notch that nobody has decided between yet.</summary>
    public IReadOnlyList<StoredReading> Rivals { get; init; } = [];

    /// <summary>What the signature froze; null while the check is open.</summary>
    public SignedDocument? Signed { get; init; }

    /// <summary>The test clip that counts in it; of several the last.</summary>
    public StoredClip? Clip { get; init; }

    /// <summary>Photographs.</summary>
    public IReadOnlyList<StoredPhoto> Photos { get; init; } = [];

    /// <summary>What was added after it was signed.</summary>
    public IReadOnlyList<StoredAddition> Additions { get; init; } = [];
}

/// <summary>What came of recording a reading.</summary>
public enum RecordOutcome
{
    /// <summary>It stands now, or stood already.</summary>
    Recorded,

    /// <summary>Somebody else read it otherwise meanwhile: both are kept until a person decides.</summary>
    Conflict,

    /// <summary>The check is signed; nothing was changed.</summary>
    Signed,

    /// <summary>There is no such check.</summary>
    Missing,
}
