using System.Collections.Immutable;
using GoldNotch.Core.Cameras;
using GoldNotch.Core.Exposure;
using GoldNotch.Core.Judgements;
using GoldNotch.Core.Units;

namespace GoldNotch.Core.Checks;

/// <summary>What part of the recording a consequence is about.</summary>
public enum ConsequenceTopic
{
    /// <summary>Exposure.</summary>
    Exposure,

    /// <summary>Noise.</summary>
    Noise,

    /// <summary>Colour cast.</summary>
    WhiteBalance,

    /// <summary>Look of motion.</summary>
    ShutterAngle,

    /// <summary>Flicker under the mains.</summary>
    Flicker,

    /// <summary>Record format.</summary>
    Format,

    /// <summary>Focus.</summary>
    Focus,

    /// <summary>Audio.</summary>
    Audio,

    /// <summary>The card: what is on it, its speed, its minutes.</summary>
    Card,

    /// <summary>The battery's minutes.</summary>
    Battery,
}

/// <summary>How bad it would be to record now.</summary>
public enum Severity
{
    /// <summary>As the sheet requires.</summary>
    Fine,

    /// <summary>Seen by who looks for it.</summary>
    Slight,

    /// <summary>Fix it now.</summary>
    Fault,

    /// <summary>It is on automatic: not predictable.</summary>
    Automatic,

    /// <summary>Not read yet.</summary>
    Unknown,
}

/// <summary>One consequence of recording now.</summary>
/// <param name="Topic">What it is about.</param>
/// <param name="Severity">How bad.</param>
/// <param name="Value">The figure in short: <c>+2.3 stops</c>, <c>+15 dB</c>.</param>
/// <param name="Because">Why, with the numbers.</param>
public sealed record Consequence(ConsequenceTopic Topic, Severity Severity, Judgement Value, Judgement Because);

/// <summary>Where a term of the exposure came from.</summary>
public enum TermSource
{
    /// <summary>Read off the camera.</summary>
    Read,

    /// <summary>Not read: counted as the sheet says.</summary>
    Assumed,

    /// <summary>Automatic: cannot be counted.</summary>
    Automatic,
}

/// <summary>What one setting does to the picture against the sheet.</summary>
/// <param name="Setting">The setting.</param>
/// <param name="Change">Stops; positive is brighter than the sheet.</param>
/// <param name="Source">Where the number came from.</param>
public sealed record ExposureTerm(Setting Setting, Stops Change, TermSource Source);

/// <summary>Two wrongs that hide each other in the picture.</summary>
/// <param name="Brighter">The one that makes it brighter.</param>
/// <param name="Darker">The one that makes it darker.</param>
/// <param name="Left">What is left of both; positive is brighter.</param>
/// <param name="Because">Why it matters, with the numbers.</param>
public sealed record HiddenPair(ExposureTerm Brighter, ExposureTerm Darker, Stops Left, Judgement Because);

/// <summary>One correction.</summary>
/// <param name="Setting">What to change.</param>
/// <param name="From">Where it stands.</param>
/// <param name="To">Where it belongs.</param>
/// <param name="Reason">Why it comes here in the order.</param>
public sealed record CorrectionStep(Setting Setting, FigureValue From, Judgement To, Judgement Reason);

/// <summary>What it would mean to record now.</summary>
/// <param name="Items">The consequences, worst first; equally bad ones in the order of the topics.</param>
/// <param name="Terms">The exposure against the sheet, term by term.</param>
/// <param name="Metered">The whole balance in the standard's light; null where the model states no ISO or the standard no lux.</param>
/// <param name="Hidden">Wrongs that hide each other.</param>
/// <param name="Order">The corrections, in the order to make them.</param>
public sealed record ConsequenceReport(
    ImmutableArray<Consequence> Items,
    ImmutableArray<ExposureTerm> Terms,
    ExposureBalance? Metered,
    ImmutableArray<HiddenPair> Hidden,
    ImmutableArray<CorrectionStep> Order
)
{
    /// <summary>Why a factory reset would be the shorter way; null where it is not.</summary>
    public Judgement? ResetFirst { get; init; }
}
