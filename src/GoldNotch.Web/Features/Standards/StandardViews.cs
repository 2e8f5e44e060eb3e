using GoldNotch.Core.Judgements;
using GoldNotch.Core.Settings;
using GoldNotch.Core.Sheets;
using GoldNotch.Core.Sheets.SheetRules;
using GoldNotch.Exchange;
using GoldNotch.Web.Features.Findings;
using GoldNotch.Web.Features.Sheets;
using GoldNotch.Web.Features.Wording;

namespace GoldNotch.Web.Features.Standards;

/// <summary>A version of a standard in a list.</summary>
public sealed record StandardHeadView(
    string Key,
    int Version,
    string Name,
    StandardState State,
    int Revision,
    string ChangedBy,
    DateTimeOffset ChangedAt,
    string? ApprovedBy,
    DateTimeOffset? ApprovedAt
);

/// <summary>A version whole: its document, what the rules find, and its place among the others.</summary>
public sealed record StandardView(
    StandardHeadView Head,
    StandardDocument Document,
    IReadOnlyList<FindingView> Findings,
    IReadOnlyList<StandardHeadView> Versions
);

/// <summary>Where a new standard begins; copyOf is the key of one to begin from, startingPoint the name of one that ships with the application.</summary>
public sealed record StandardBegin(string Key, string Name, string? CopyOf = null, string? StartingPoint = null);

/// <summary>A standard that ships with the application, to begin from.</summary>
public sealed record StartingPointView(string Name, string Purpose, int Notches);

/// <summary>One difference in words.</summary>
public sealed record ChangeView(string? Setting, string Sentence);

/// <summary>What a model's sheet comes to under a draft.</summary>
public sealed record EffectView(
    string ModelKey,
    string ModelName,
    int Exact,
    int Compromise,
    int NotPossible,
    int BrokenMusts,
    int CheckByEye,
    string LightLeft,
    string? PredictedError,
    SheetLineView? Line,
    IReadOnlyList<ChangeView> Changes
);

/// <summary>What the use of the footage proposes.</summary>
public sealed record ProposalView(
    string Size,
    string Rate,
    string BitRate,
    IReadOnlyList<string> Reasons,
    IReadOnlyList<string> Cautions,
    IReadOnlyList<CardMinutesView> Minutes
);

/// <summary>Minutes that a model's issued card holds at the proposed format.</summary>
public sealed record CardMinutesView(string ModelName, string Minutes);

/// <summary>A notch that the plan of sound proposes.</summary>
public sealed record SoundNotchView(string Setting, string Name, string Require, string Reason);

/// <summary>Sound as a plan from the microphones of the standard.</summary>
public sealed record SoundPlanView(IReadOnlyList<SoundNotchView> Notches, IReadOnlyList<string> Steps, IReadOnlyList<string> Warnings);

/// <summary>What a draft would come to, on every model; wrong is the field that cannot be read, with its remedy.</summary>
public sealed record StandardPreview(
    WrongView? Wrong,
    IReadOnlyList<EffectView> Effects,
    IReadOnlyList<FindingView> Findings,
    ProposalView? Proposal,
    IReadOnlyList<ChangeView> Changes,
    SoundPlanView? Sound = null
);

/// <summary>A field that cannot be kept.</summary>
public sealed record WrongView(string Pointer, string Message);

/// <summary>The difference of two versions in words, with what it touches.</summary>
public sealed record CompareView(
    StandardHeadView From,
    StandardHeadView To,
    IReadOnlyList<ChangeView> Changes,
    IReadOnlyList<TouchedSheetView> Sheets,
    int Checks,
    int OpenChecks
);

/// <summary>A sheet that comes out otherwise.</summary>
public sealed record TouchedSheetView(string ModelKey, string ModelName, IReadOnlyList<ChangeView> Changes);

/// <summary>A setting as an editor offers it.</summary>
public sealed record SettingView(
    string Key,
    string Name,
    string Chapter,
    int Step,
    string Kind,
    string Unit,
    string ToleranceExample,
    string Example,
    IReadOnlyList<string> Words,
    IReadOnlyList<string> Requirements,
    string? Policy,
    string What
);

/// <summary>A option of a policy.</summary>
public sealed record PolicyOptionView(string Key, string Text, string Reason);

/// <summary>A matter on which good people disagree.</summary>
public sealed record PolicyView(string Key, string Name, IReadOnlyList<string> Settings, IReadOnlyList<PolicyOptionView> Options);

/// <summary>The words standards are written in.</summary>
public sealed record VocabularyView(
    IReadOnlyList<SettingView> Settings,
    IReadOnlyList<PolicyView> Policies,
    IReadOnlyList<string> Conditions,
    IReadOnlyList<string> Uses,
    IReadOnlyList<string> Lamps,
    IReadOnlyList<string> CardClasses,
    IReadOnlyList<string> Sides,
    ModelDocument BlankSpecification
);
