using GoldNotch.Core.Cameras;
using GoldNotch.Core.Checks;
using GoldNotch.Core.Judgements;
using GoldNotch.Core.Settings;
using GoldNotch.Core.Sheets;
using GoldNotch.Core.Units;
using GoldNotch.Data;
using GoldNotch.Web.Features.Sheets;
using GoldNotch.Web.Features.Wording;

namespace GoldNotch.Web.Features.Checks;

/// <summary>How far a check is, in counts.</summary>
public sealed record SummaryView(int OnTarget, int WithinTolerance, int OffTarget, int Automatic, int Unread, string Headline);

/// <summary>A reading: at is its place on the dial.</summary>
public sealed record ReadingView(
    ReadingKind Kind,
    string Typed,
    string Label,
    double? DialAt,
    string By,
    DateTimeOffset? At,
    int Version,
    CheckStage Stage,
    bool FromCamera,
    bool FromClip
);

/// <summary>A verdict; off is in the setting's own unit. Needs correction: it is off target, and this model can do what is asked.</summary>
public sealed record VerdictView(
    VerdictKind Kind,
    double OffAmount,
    NaturalUnit OffUnit,
    string OffLabel,
    bool NeedsCorrection,
    JudgementView Because
);

/// <summary>How a line was found, before it was corrected.</summary>
public sealed record AsFoundView(ReadingView Reading, VerdictView Verdict);

/// <summary>One line of a check: the sheet's line, the reading that holds, how it stands, how it was found where that was corrected, why it has to be
/// read again where something moved under it, whether it is asked for, which lines one look answers with it, whether the plan of a line-up put it
/// there, and second readings nobody has decided between; <c>standing</c> is the one they stand against. The versions are what <c>If-Match</c> asks for in each stage.</summary>
public sealed record CheckLineView(
    SheetLineView Line,
    ReadingView Reading,
    VerdictView Verdict,
    AsFoundView? Found,
    bool Stale,
    Asking Asking,
    LookView? Look,
    bool Planned,
    IReadOnlyList<ReadingView> Rivals,
    ReadingView? Standing,
    int FoundVersion,
    int LeftVersion
);

/// <summary>Lines that one look answers together.</summary>
public sealed record LookView(string Key, string Name);

/// <summary>The last signed check of the same unit, and the settings that it left as this check requires; null and empty where there was none. From file: it came with one, so who signed it is what the file claims.</summary>
public sealed record LastCheckView(Guid? Check, DateTimeOffset? SignedAt, string? SignedBy, bool FromFile, IReadOnlyList<string> AsBefore);

/// <summary>A photograph; the picture is at <c>/api/checks/{check}/photos/{id}</c>.</summary>
public sealed record PhotoView(Guid Id, string? Setting, string By, DateTimeOffset At, int Width, int Height);

/// <summary>Something said beside a signed check.</summary>
public sealed record AdditionView(Guid Id, string? Setting, string Text, string By, DateTimeOffset At);

/// <summary>One consequence of recording now.</summary>
public sealed record ConsequenceView(ConsequenceTopic Topic, Severity Severity, string Value, JudgementView Because);

/// <summary>What one setting does to the picture against the sheet, in stops.</summary>
public sealed record TermView(string Setting, string Name, double Stops, string Label, TermSource Source);

/// <summary>Two wrongs that hide each other.</summary>
public sealed record HiddenView(string Brighter, string Darker, double LeftStops, JudgementView Because);

/// <summary>One step of correcting.</summary>
public sealed record FixView(string Setting, string Name, string From, string To, string Reason);

/// <summary>What it would mean to record now; the items come worst first.</summary>
public sealed record NowView(
    IReadOnlyList<ConsequenceView> Items,
    IReadOnlyList<TermView> Terms,
    BalanceView? Metered,
    IReadOnlyList<HiddenView> Hidden,
    IReadOnlyList<FixView> Order,
    JudgementView? ResetFirst
);

/// <summary>A check whole. Its version rises with every change: a signature says in If-Match for which one it is. Imported by: who brought it in with a
/// file; start, readings and signature are then what the file claims. Clip: the test clip that counts in it.</summary>
public sealed record CheckView(
    Guid Id,
    string UnitTag,
    string UnitTape,
    string UnitPlace,
    string ModelKey,
    string ModelName,
    string StandardKey,
    string StandardName,
    int StandardVersion,
    string StartedBy,
    DateTimeOffset StartedAt,
    string? SignedBy,
    DateTimeOffset? SignedAt,
    string Note,
    SummaryView Summary,
    IReadOnlyList<CheckLineView> Lines,
    NowView Now,
    string ShootName,
    SummaryView FoundSummary,
    bool Corrected,
    IReadOnlyList<PhotoView> Photos,
    IReadOnlyList<AdditionView> Additions,
    UnitStatus? UnitStatus,
    StandardState? StandardState,
    string? RulesVersion,
    IReadOnlyList<string> UnreadRequired,
    int Version,
    string? ImportedBy,
    DateTimeOffset? ImportedAt,
    Guid? Clip
);

/// <summary>A check in one row of the log.</summary>
public sealed record CheckRowView(
    Guid Id,
    string UnitTag,
    string StandardKey,
    string StandardName,
    int StandardVersion,
    string StartedBy,
    DateTimeOffset StartedAt,
    string? SignedBy,
    DateTimeOffset? SignedAt,
    SummaryView Summary,
    string ShootName,
    int FoundOffTarget,
    int FoundAutomatic,
    string FoundHeadline,
    string? ImportedBy
);

/// <summary>A page of checks, newest first; next goes into <c>before</c>, null on the last page.</summary>
public sealed record CheckPage(IReadOnlyList<CheckRowView> Checks, string? Next);

/// <summary>What a typed text would mean, before it is recorded.</summary>
public sealed record PreviewView(bool Understood, string Message, ReadingView? Reading, VerdictView? Verdict, NowView? Now);

/// <summary>From the core's findings to what the API shows.</summary>
internal static class CheckViews
{
    internal static SummaryView Of(CheckSummary s, Phrasing phrasing) =>
        new(s.OnTarget, s.WithinTolerance, s.OffTarget, s.Automatic, s.Unread, phrasing.InOneLine(s.Headline));

    internal static CheckRowView Row(StoredCheck c, Phrasing phrasing) =>
        new(
            c.Id,
            c.UnitTag,
            c.StandardKey,
            c.StandardName,
            c.StandardVersion,
            c.StartedBy,
            c.StartedAt,
            c.SignedBy,
            c.SignedAt,
            Of(c.Summary, phrasing),
            c.ShootName,
            c.FoundOffTarget,
            c.FoundAutomatic,
            phrasing.InOneLine(c.FoundHeadline),
            c.ImportedBy
        );

    internal static VerdictView Of(Verdict verdict, Phrasing phrasing) =>
        new(verdict.Kind, verdict.Off.Amount, verdict.Off.Unit, verdict.OffLabel, verdict.NeedsCorrection, phrasing.Of(verdict.Because));

    internal static ReadingView Of(SheetLine line, Reading reading, StoredReading? stored, Phrasing phrasing)
    {
        SettingValue? value = reading is Reading.Of of ? of.Value : null;
        string label = value is null ? ReadingKinds.Of(reading).Typed() : phrasing.Label(value);
        return new ReadingView(
            ReadingKinds.Of(reading),
            stored?.Typed ?? "",
            label,
            value is null ? null : line.Dial.Locate(value),
            stored?.By ?? "",
            stored?.At,
            stored?.Version ?? 0,
            stored?.Stage ?? CheckStage.Found,
            stored?.FromCamera ?? false,
            stored?.FromClip ?? false
        );
    }

    internal static NowView Of(ConsequenceReport report, Phrasing phrasing) =>
        new(
            [.. report.Items.Select(i => new ConsequenceView(i.Topic, i.Severity, phrasing.Text(i.Value), phrasing.Of(i.Because)))],
            [
                .. report.Terms.Zip(AddingUp.InTenths([.. report.Terms.Select(t => t.Change.Value)]), (t, shown) =>
                    new TermView(Key(t.Setting), Name(t.Setting), t.Change.Value, new Distance(shown, NaturalUnit.Stops).Label(), t.Source)
                ),
            ],
            report.Metered is { } balance ? SheetViews.Of(balance) : null,
            [
                .. report.Hidden.Select(h => new HiddenView(
                    Key(h.Brighter.Setting),
                    Key(h.Darker.Setting),
                    h.Left.Value,
                    phrasing.Of(h.Because)
                )),
            ],
            [
                .. report.Order.Select(s => new FixView(
                    Key(s.Setting),
                    Name(s.Setting),
                    phrasing.Text(s.From),
                    phrasing.Text(s.To),
                    phrasing.Text(s.Reason)
                )),
            ],
            report.ResetFirst is { } reset ? phrasing.Of(reset) : null
        );

    internal static PhotoView Of(StoredPhoto photo) =>
        new(photo.Id, photo.Setting is { } setting ? Key(setting) : null, photo.By, photo.At, photo.Width, photo.Height);

    internal static AdditionView Of(StoredAddition addition) =>
        new(addition.Id, addition.Setting is { } setting ? Key(setting) : null, addition.Text, addition.By, addition.At);

    private static string Key(Setting setting) => SettingDefinition.Of(setting).Key;

    private static string Name(Setting setting) => SettingDefinition.Of(setting).Name;
}
