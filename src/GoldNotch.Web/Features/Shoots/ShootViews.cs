using System.Collections.Immutable;
using GoldNotch.Core.Cameras;
using GoldNotch.Core.Checks;
using GoldNotch.Core.Media;
using GoldNotch.Core.Shoots;
using GoldNotch.Data;
using GoldNotch.Exchange;
using GoldNotch.Web.Features.Wording;

namespace GoldNotch.Web.Features.Shoots;

/// <summary>A shoot as a list shows it.</summary>
public sealed record ShootRowView(
    Guid Id,
    string Name,
    string Place,
    DateTimeOffset? Call,
    DateTimeOffset? End,
    DateTimeOffset? Collect,
    DateTimeOffset? Return,
    ShootStatus Status,
    IReadOnlyList<string> Units,
    int OpenPoints,
    int Version
);

/// <summary>A page of shoots; next is what to ask before, null on the last page.</summary>
public sealed record ShootPage(IReadOnlyList<ShootRowView> Rows, string? Next);

/// <summary>The loan of a camera of a shoot.</summary>
public sealed record ShootLoanView(Guid Id, LoanStatus Status, string Borrower, DateTimeOffset Due, int OpenPoints);

/// <summary>A camera of a shoot. <c>SheetFrom</c> is <c>plan</c>, <c>standard</c> or empty where it has no sheet.</summary>
public sealed record ShootCameraView(
    string Letter,
    string Unit,
    string ModelKey,
    string ModelName,
    string Tape,
    string Place,
    ReadinessState? State,
    string StateText,
    string OperatorName,
    string StandardKey,
    string SheetFrom,
    bool IsPrepared,
    ShootLoanView? Loan
);

/// <summary>Something to be known of a shoot.</summary>
public sealed record ShootFindingView(string Letter, bool IsFault, JudgementView Because);

/// <summary>A sentence that may be a fault.</summary>
public sealed record SaidView(bool IsFault, JudgementView Because);

/// <summary>Cards of one camera.</summary>
public sealed record CardsView(double MinutesEach, bool IsMeasured, int Needed, int WithMargin, int Have, int Missing, bool Doubled);

/// <summary>Batteries of one camera.</summary>
public sealed record BatteriesView(
    double MinutesEach,
    double MinutesAll,
    int Needed,
    int WithoutCharger,
    int? ForEver,
    int Have,
    int Missing
);

/// <summary>What a quality costs afterwards.</summary>
public sealed record QualityView(
    string Codec,
    double Megabits,
    bool IsChosen,
    double TimesChosen,
    double MinutesPerTerabyte,
    double Gigabytes,
    double CopyMinutes,
    double EditMegabytes
);

/// <summary>What one camera takes along.</summary>
public sealed record CameraPackView(
    string Letter,
    string Unit,
    string ModelName,
    CardsView? Cards,
    BatteriesView? Batteries,
    IReadOnlyList<SaidView> Says,
    IReadOnlyList<JudgementView> Assembly,
    IReadOnlyList<QualityView> Qualities,
    IReadOnlyList<KitPieceDocument> Kit,
    IReadOnlyList<PoolPieceView> Pools,
    IReadOnlyList<JudgementView> Differs,
    string Timecode
);

/// <summary>What is taken from a pool.</summary>
public sealed record PoolPieceView(string Key, string Name, int Count);

/// <summary>What a shoot takes along.</summary>
public sealed record PackView(
    IReadOnlyList<CameraPackView> Cameras,
    SaidView? Aa,
    IReadOnlyList<SaidView> Supply,
    JudgementView? Timecode,
    IReadOnlyList<JudgementView> Cautions
);

/// <summary>A task of the preparation.</summary>
public sealed record TaskView(
    string Name,
    string Letter,
    DateTimeOffset Start,
    DateTimeOffset End,
    DateTimeOffset LatestStart,
    IReadOnlyList<string> Needs,
    IReadOnlyList<string> After,
    bool IsCritical,
    bool IsLate
);

/// <summary>What would make a preparation fit. <c>Kind</c> is <c>more</c>, <c>earlier</c> or <c>later</c>.</summary>
public sealed record PreparationRemedyView(string Kind, string Resource, int More, double Minutes, bool Suffices);

/// <summary>The preparation of a shoot; null where nothing is left to prepare.</summary>
public sealed record PreparationView(
    DateTimeOffset Until,
    DateTimeOffset BeginBy,
    DateTimeOffset Opens,
    bool Fits,
    IReadOnlyList<TaskView> Tasks,
    IReadOnlyList<PreparationRemedyView> Remedies,
    string WhyNot
);

/// <summary>A moment of the day.</summary>
public sealed record DayMomentView(DateTimeOffset At, DayDuty Duty, IReadOnlyList<string> Cameras, string Name);

/// <summary>What is left of a card or a battery at a moment.</summary>
public sealed record RunDownPointView(DateTimeOffset At, double Left);

/// <summary>A camera's card and battery over the day.</summary>
public sealed record RunDownView(string Letter, IReadOnlyList<RunDownPointView> Card, IReadOnlyList<RunDownPointView> Battery);

/// <summary>The day of a shoot.</summary>
public sealed record DayView(IReadOnlyList<DayMomentView> Moments, IReadOnlyList<RunDownView> RunDowns);

/// <summary>A shoot with everything that follows from it.</summary>
public sealed record ShootView(
    ShootDocument Document,
    int Version,
    string ChangedBy,
    DateTimeOffset? ChangedAt,
    ShootStatus Status,
    string CancelledWhy,
    bool HasPlan,
    string BorrowerName,
    IReadOnlyList<ShootCameraView> Cameras,
    IReadOnlyList<ShootFindingView> Findings,
    PackView Pack,
    PreparationView? Preparation,
    DayView? Day
);

/// <summary>Makes views of shoots.</summary>
internal static class ShootViews
{
    internal static ShootRowView Row(StoredShoot shoot, IReadOnlyCollection<LoanRow> loans, IReadOnlySet<string> prepared)
    {
        ShootDocument document = shoot.Document;
        string[] units = [.. (document.Cameras ?? []).Select(c => c.Unit).Where(u => u.Length > 0)];
        return new ShootRowView(
            document.Id,
            document.Name,
            document.Place,
            document.Call,
            document.End,
            document.Collect,
            document.Return,
            StatusOf(shoot, loans, prepared),
            units,
            loans.Where(l => l.Status == LoanStatus.Back).Sum(l => l.OpenPoints),
            shoot.Version
        );
    }

    internal static ShootStatus StatusOf(StoredShoot shoot, IReadOnlyCollection<LoanRow> loans, IReadOnlySet<string> prepared) =>
        ShootStatuses.Of(
            shoot.Cancelled is not null,
            [
                .. (shoot.Document.Cameras ?? [])
                    .Where(c => c.Unit.Length > 0)
                    .Select(c => new ShootCameraState(
                        prepared.Contains(c.Unit),
                        loans.Where(l => l.UnitTag == c.Unit).MaxBy(l => l.OutAt)?.Status
                    )),
                // One that was handed out and taken off the shoot afterwards is still to come back.
                .. loans
                    .Where(l => (shoot.Document.Cameras ?? []).All(c => c.Unit != l.UnitTag))
                    .Select(l => new ShootCameraState(true, l.Status)),
            ]
        );

    internal static CameraPackView Of(CameraPack pack, string model, ShootKit kit, string timecode, Phrasing phrasing) =>
        new(
            pack.Letter,
            pack.Unit,
            model,
            pack.Cards is { } cards
                ? new CardsView(
                    cards.MinutesEach,
                    cards.IsMeasured,
                    cards.Needed,
                    cards.WithMargin,
                    cards.Have,
                    cards.Missing,
                    cards.Doubled
                )
                : null,
            pack.Batteries is { } batteries
                ? new BatteriesView(
                    batteries.MinutesEach,
                    batteries.MinutesAll,
                    batteries.Round?.WithMargin ?? batteries.Without,
                    batteries.Without,
                    batteries.Round?.ForEver,
                    batteries.Have,
                    batteries.Missing
                )
                : null,
            [
                .. (pack.Cards?.Because ?? []).Select((b, i) => new SaidView(i == 0 && pack.Cards!.Missing > 0, phrasing.Of(b))),
                .. (pack.Batteries?.Because ?? []).Select((b, i) => new SaidView(i == 0 && pack.Batteries!.Missing > 0, phrasing.Of(b))),
                .. pack.WhyNot.Select(b => new SaidView(false, phrasing.Of(b))),
                .. pack.Media.Select(f => new SaidView(f.Grade == Core.Sheets.SheetRules.FindingGrade.Fault, phrasing.Of(f.Because))),
            ],
            [.. pack.Assembly.Select(phrasing.Of)],
            [.. pack.Costs.Select(Of)],
            [.. kit.Own.Pieces.Select(ShootReader.Document)],
            [.. kit.Taken],
            [.. KitDifference.Of(kit.Own, kit.Others).Select(d => phrasing.Of(d.Because))],
            timecode
        );

    internal static PreparationView Of(
        PreparationPlan plan,
        DateTimeOffset until,
        DateTimeOffset opens,
        IReadOnlyDictionary<string, string> letters,
        ImmutableArray<PreparationRemedy> remedies
    ) =>
        new(
            until,
            until.AddMinutes(plan.BeginBy),
            opens,
            plan.Fits,
            [
                .. plan
                    .Tasks.OrderBy(t => t.Start)
                    .Select(t => new TaskView(
                        t.Task.Id,
                        letters.FirstOrDefault(l => t.Task.Id.StartsWith(l.Key + ":", StringComparison.Ordinal)).Value ?? "",
                        until.AddMinutes(t.Start),
                        until.AddMinutes(t.End),
                        until.AddMinutes(t.LatestStart),
                        [.. t.Task.Needs.Keys.Where(PreparationTasks.CanGrow).Order()],
                        [.. t.Task.After],
                        plan.Critical.Contains(t.Task.Id),
                        plan.Late.Contains(t.Task.Id)
                    )),
            ],
            [.. remedies.Select(Of)],
            ""
        );

    internal static DayView Of(DayLine day, DateTimeOffset call)
    {
        RunDownPointView[] Points(ImmutableArray<RunDownPoint> points) =>
            [.. points.Select(p => new RunDownPointView(call.AddMinutes(p.At), p.Left))];
        return new DayView(
            [.. day.Moments.Select(m => new DayMomentView(call.AddMinutes(m.At), m.Duty, m.Cameras, m.Name))],
            [.. day.RunDowns.Select(r => new RunDownView(r.Letter, Points(r.Card), Points(r.Battery)))]
        );
    }

    private static PreparationRemedyView Of(PreparationRemedy remedy) =>
        remedy switch
        {
            PreparationRemedy.MoreOf more => new("more", more.Resource, more.More, more.Gained, more.Suffices),
            PreparationRemedy.OpenEarlier earlier => new("earlier", "", 0, earlier.Minutes, true),
            PreparationRemedy.CallLater later => new("later", "", 0, later.Minutes, true),
            _ => throw new ArgumentOutOfRangeException(nameof(remedy)),
        };

    private static QualityView Of(QualityCost cost) =>
        new(
            cost.Codec,
            cost.Volume.Rate.Megabits,
            cost.IsChosen,
            cost.TimesChosen,
            cost.Volume.MinutesPerTerabyte,
            cost.Volume.Gigabytes,
            cost.Volume.CopyMinutes,
            cost.Volume.EditMegabytes
        );
}
