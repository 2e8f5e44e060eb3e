using GoldNotch.Exchange;

namespace GoldNotch.Data;

/// <summary>A measurement as it is kept, without its pictures.</summary>
/// <param name="Id">Made by the client.</param>
/// <param name="Document">How it is set up.</param>
/// <param name="UnitTag">The unit; null where several are compared.</param>
/// <param name="Version">Rises with each change of the setting-up.</param>
/// <param name="BegunBy">Who began it.</param>
/// <param name="BegunAt">When.</param>
/// <param name="ChangedBy">Who did something last.</param>
/// <param name="ChangedAt">When.</param>
/// <param name="Accepted">Who accepted it, when, and what was frozen; null while it is open.</param>
/// <param name="Withdrawn">Who withdrew it, when and why; null where nobody did.</param>
public sealed record StoredFigure(
    Guid Id,
    UnitFigureDocument Document,
    string? UnitTag,
    int Version,
    string BegunBy,
    DateTimeOffset BegunAt,
    string ChangedBy,
    DateTimeOffset ChangedAt,
    FigureAcceptance? Accepted,
    FigureWithdrawal? Withdrawn
);

/// <summary>The acceptance of a measurement.</summary>
/// <param name="By">Who.</param>
/// <param name="At">When.</param>
/// <param name="Frozen">What was accepted, as JSON.</param>
/// <param name="Used">What it is used for.</param>
public sealed record FigureAcceptance(string By, DateTimeOffset At, string Frozen, FigureUseDocument Used);

/// <summary>The withdrawal of one.</summary>
/// <param name="By">Who.</param>
/// <param name="At">When.</param>
/// <param name="Why">Why.</param>
public sealed record FigureWithdrawal(string By, DateTimeOffset At, string Why);

/// <summary>A picture of a measurement.</summary>
/// <param name="Shot">Its number in the list.</param>
/// <param name="PictureId">The picture.</param>
/// <param name="Document">How it was taken.</param>
/// <param name="By">Who took it.</param>
/// <param name="At">When.</param>
/// <param name="Version">Rises with each change.</param>
public sealed record StoredFigureTake(int Shot, Guid PictureId, FigureTakeDocument Document, string By, DateTimeOffset At, int Version);
