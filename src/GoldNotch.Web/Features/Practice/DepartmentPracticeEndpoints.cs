using GoldNotch.Core.Cameras;
using GoldNotch.Core.Checks;
using GoldNotch.Core.Practice;
using GoldNotch.Core.Settings;
using GoldNotch.Core.Sheets;
using GoldNotch.Data;
using GoldNotch.Exchange;
using GoldNotch.Web.Features.Printing;
using GoldNotch.Web.Features.Sheets;
using GoldNotch.Web.Features.Wording;
using GoldNotch.Web.Hosting;
using Microsoft.AspNetCore.Http.HttpResults;

namespace GoldNotch.Web.Features.Practice;

/// <summary>How many people practised a skill, and of how many it has faded.</summary>
public sealed record FadingView(string ModelName, ExerciseKind Kind, int People, int Faded);

/// <summary>A control that is looked for and not found: how often, with the interval that the numbers allow.</summary>
public sealed record HardControlView(string ModelName, string Setting, string Place, int Missed, int Asked, string Label);

/// <summary>Whether less comes back off target from people who had practised: how many returns of each were checked, and what may be said.</summary>
/// <param name="CountsDays">Practice counts for a loan that begins within so many days of it.</param>
public sealed record PracticeEffectView(EffectFinding Finding, int Practised, int Unpractised, string Because, int CountsDays);

/// <summary>What the department sees of practice: skills and controls, and no person.</summary>
public sealed record DepartmentPracticeView(
    DateTimeOffset Since,
    int People,
    IReadOnlyList<FadingView> Fading,
    IReadOnlyList<HardControlView> Controls,
    PracticeEffectView Effect
);

/// <summary>Practice of the whole department: what it sees, and the page that refreshes.</summary>
internal static class DepartmentPracticeEndpoints
{
    private const int MonthsSeen = 12;
    private const int LeastPeople = 3;
    private const int LeastAsked = 5;

    internal static void MapDepartmentPractice(this IEndpointRouteBuilder api)
    {
        api.MapGet("/practice/department", DepartmentAsync).Needs(Right.Examine).WithName("getDepartmentPractice");
        api.MapGet("/practice/refresher.pdf", RefresherAsync)
            .Produces(200, contentType: "application/pdf")
            .ProducesProblem(404)
            .WithName("printRefresher");
    }

    // Whom it is about is nobody's business here: what is counted of fewer than three people would name them.
    private static async Task<Ok<DepartmentPracticeView>> DepartmentAsync(
        [AsParameters] PracticeWorkshop work,
        ReturnStore returns,
        CancellationToken cancel
    )
    {
        DateTimeOffset now = await work.Wall.NowAsync(cancel);
        DateTimeOffset since = now.AddMonths(-MonthsSeen);
        // The first loans of these months had the practice of the weeks before them.
        List<TryRow> all = await work.Store.SinceAsync(since.AddDays(-PracticeEffect.CountsDays), cancel);
        List<TryRow> tries = [.. all.Where(t => t.FinishedAt >= since)];
        var effect = PracticeEffect.Of(
            await returns.CheckedAsync(since, null, null, cancel),
            all.Where(t => t.Passed).Select(t => (t.Person, t.ModelKey, t.FinishedAt))
        );
        Dictionary<string, CameraModel> models = (await work.Models.NewestAsync(cancel)).ToDictionary(
            m => m.Document.Key,
            m => ModelReader.ToModel(m.Document)
        );
        return TypedResults.Ok(
            new DepartmentPracticeView(
                since,
                tries.Select(t => t.Person).Distinct().Count(),
                [
                    .. tries
                        .GroupBy(t => (t.ModelKey, t.Kind))
                        .Select(g =>
                            (
                                g.Key,
                                Memories: g.GroupBy(t => t.Person)
                                    .Select(p => Memory.Of(p.Select(t => (t.FinishedAt, t.Passed)))!)
                                    .ToArray()
                            )
                        )
                        .Where(g => g.Memories.Length >= LeastPeople)
                        .Select(g => new FadingView(
                            models.TryGetValue(g.Key.ModelKey, out CameraModel? model) ? model.Name : g.Key.ModelKey,
                            g.Key.Kind,
                            g.Memories.Length,
                            g.Memories.Count(m => m.IsFaded(now))
                        ))
                        .OrderByDescending(f => (double)f.Faded / f.People),
                ],
                [
                    .. from looked in await work.Store.LookedForAsync(since, cancel)
                    where looked.Asked >= LeastAsked && looked.Missed > 0 && models.ContainsKey(looked.ModelKey)
                    let setting = RefusedException.At("", () => SettingDefinition.Parse(looked.Setting))
                    let missed = new Frequency(looked.Missed, looked.Asked)
                    orderby missed.Interval.Low descending
                    select new HardControlView(
                        models[looked.ModelKey].Name,
                        SettingDefinition.Of(setting).Name,
                        models[looked.ModelKey].PlaceOf(setting) is { } place ? $"{place.SideName}, {place.Name}" : "",
                        looked.Missed,
                        looked.Asked,
                        missed.Label()
                    ),
                ],
                new PracticeEffectView(
                    effect.Finding,
                    effect.Practised.Returns,
                    effect.Unpractised.Returns,
                    work.Phrasing.Text(effect.Because),
                    PracticeEffect.CountsDays
                )
            )
        );
    }

    private static async Task<FileContentHttpResult> RefresherAsync(
        string model,
        string standard,
        string? paper,
        SheetSource sheets,
        DriftStore drift,
        WallClock wall,
        Phrasing phrasing,
        CancellationToken cancel
    )
    {
        PaperSize size = PaperSize.Of(paper) ?? throw new RefusedException(ProblemCode.BadValue, "/paper", "The paper is a4 or letter.");
        (Sheet sheet, _) = await sheets.GetAsync(new SheetAddress(standard, model, null, null), null, cancel);
        DateOnly since = (await wall.TodayAsync(cancel)).AddMonths(-PracticeDesk.MonthsOfDrift);
        Dictionary<Setting, Frequency> counts = (await drift.ByModelAsync(model, since, cancel)).ToDictionary(c => c.Setting, c => c.Wrong);
        return TypedResults.File(RefresherPdf.Of(sheet, counts, size, phrasing), "application/pdf", $"refresher-{model}-{standard}.pdf");
    }
}
