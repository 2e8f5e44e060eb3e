using GoldNotch.Core.Cameras;
using GoldNotch.Core.Judgements;
using GoldNotch.Core.Sheets;
using GoldNotch.Core.Units;

namespace GoldNotch.Core.Checks;

/// <summary>How one setting stands against its notch.</summary>
public enum VerdictKind
{
    /// <summary>In the notch.</summary>
    OnTarget,

    /// <summary>At its lip: off, within the tolerance.</summary>
    WithinTolerance,

    /// <summary>Outside, with the distance.</summary>
    OffTarget,

    /// <summary>The camera decides: nothing holds it.</summary>
    Automatic,

    /// <summary>Nobody has looked.</summary>
    Unread,

    /// <summary>This unit has no such control.</summary>
    NotFitted,
}

/// <summary>The verdict on one line of a sheet.</summary>
/// <param name="Line">The line.</param>
/// <param name="Reading">What was found.</param>
/// <param name="Kind">How it stands.</param>
/// <param name="Off">How far off in the setting's own unit; zero where it is not off by an amount.</param>
/// <param name="Because">Why, with the numbers.</param>
public sealed record Verdict(SheetLine Line, Reading Reading, VerdictKind Kind, Distance Off, Judgement Because)
{
    /// <summary>Whether somebody can put it right: it is off or floats, and the model can do what is asked. What a model cannot do at all is told on
    /// the sheet; it is no fault of the unit, and nobody left it so.</summary>
    public bool NeedsCorrection => Kind is VerdictKind.OffTarget or VerdictKind.Automatic && Line.Target is not null;

    /// <summary>The distance as it is told, with what to do where a sign could be taken either way; empty when there is none.</summary>
    public string OffLabel =>
        Off.Amount == 0 ? ""
        : Line.Setting == Setting.Iris ? $"{Off.Label()}, {(Off.Amount > 0 ? "close" : "open")} it"
        : Off.Label();
}
