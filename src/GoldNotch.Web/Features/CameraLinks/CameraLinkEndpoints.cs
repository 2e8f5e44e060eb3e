using GoldNotch.Core.Cameras;
using GoldNotch.Core.Checks;
using GoldNotch.Core.Settings;
using GoldNotch.Core.Sheets;
using GoldNotch.Core.Units;
using GoldNotch.Data;
using GoldNotch.Exchange;
using GoldNotch.Web.Features.Checks;
using GoldNotch.Web.Hosting;
using Microsoft.AspNetCore.Http.HttpResults;

namespace GoldNotch.Web.Features.CameraLinks;

/// <summary>Whether a unit's camera answers, and which settings of the sheet it reports and takes, in the order of the work.</summary>
public sealed record CameraView(
    LinkState State,
    string Sentence,
    IReadOnlyList<string> Reports,
    IReadOnlyList<string> Accepts,
    bool GivesClips = false
);

/// <summary>Which settings to read from the camera now, and in which stage.</summary>
public sealed record CameraReadRequest(IReadOnlyList<string> Settings, CheckStage Stage = CheckStage.Found);

/// <summary>What came of one setting.</summary>
public enum CameraReadOutcome
{
    /// <summary>It is recorded.</summary>
    Recorded,

    /// <summary>A person had read the same.</summary>
    Same,

    /// <summary>A person had read it otherwise: that reading stands.</summary>
    Differs,

    /// <summary>What the camera shows is nothing its card knows.</summary>
    NotUnderstood,

    /// <summary>The camera did not report it.</summary>
    NotReported,
}

/// <summary>What came of reading one setting from the camera.</summary>
public sealed record CameraReadView(string Setting, CameraReadOutcome Outcome, string Shows, string Sentence);

/// <summary>What came of reading from the camera, and the check as it stands now.</summary>
public sealed record CameraReadings(IReadOnlyList<CameraReadView> Settings, CheckView Check);

/// <summary>A check and its camera: what can be read from it, reading it, setting it.</summary>
internal static class CameraLinkEndpoints
{
    private const int MostAtOnce = 100;

    internal static void MapCameraLinks(this IEndpointRouteBuilder api)
    {
        api.MapGet("/checks/{id:guid}/camera", GetAsync).ProducesProblem(404).WithName("getCamera");
        api.MapPost("/checks/{id:guid}/camera/readings", ReadAsync)
            .ProducesProblem(404)
            .ProducesProblem(409)
            .ProducesProblem(424)
            .WithName("readCamera");
        api.MapPut("/checks/{id:guid}/camera/settings/{setting}", SetAsync)
            .ProducesProblem(404)
            .ProducesProblem(409)
            .ProducesProblem(424)
            .WithName("setCamera");
    }

    private static async Task<Ok<CameraView>> GetAsync(Guid id, [AsParameters] CheckWork work, ICameraLink link, CancellationToken cancel)
    {
        WholeCheck whole = await work.FindAsync(id, cancel);
        Sheet sheet = await work.Judge.SheetOfAsync(whole, cancel);
        LinkAnswer<CameraIdentity> answer = await link.IdentifyAsync(UnitOf(whole, sheet), cancel);
        return TypedResults.Ok(
            answer.Value is { } camera
                ? new CameraView(LinkState.Answers, "", Of(sheet, camera.Reports), Of(sheet, camera.Accepts), camera.GivesClips)
                : new CameraView(answer.State, answer.Sentence, [], [])
        );
    }

    private static LinkedUnit UnitOf(WholeCheck whole, Sheet sheet) => new(whole.Check.UnitTag, sheet.Model.Key, sheet.Model.Name);

    private static async Task<Results<Ok<CameraReadings>, ProblemHttpResult>> ReadAsync(
        Guid id,
        CameraReadRequest request,
        Author author,
        [AsParameters] CheckWork work,
        ICameraLink link,
        CancellationToken cancel
    )
    {
        if (request.Settings.Count is 0 or > MostAtOnce)
        {
            throw new RefusedException(ProblemCode.BadValue, "/settings", $"Ask for 1 to {MostAtOnce} settings at once.");
        }

        Setting[] asked =
        [
            .. request
                .Settings.Select((s, i) => RefusedException.At($"/settings/{i}", () => SettingDefinition.Parse(s)))
                .Distinct()
                .Order(),
        ];
        WholeCheck whole = await work.FindAsync(id, cancel);
        Sheet sheet = await work.Judge.SheetOfAsync(whole, cancel);
        LinkAnswer<IReadOnlyList<ShownSetting>> answer = await link.ReadAsync(
            UnitOf(whole, sheet),
            [.. asked.Where(s => sheet.LineOf(s) is not null)],
            cancel
        );
        if (answer.Value is not { } shown)
        {
            return Failed(answer.State, answer.Sentence);
        }

        var taken = new CameraReading(sheet, whole, request.Stage, author.Name, work.Now);
        CameraReadView[] views = [.. asked.Select(s => taken.Take(s, shown.FirstOrDefault(x => x.Setting == s)))];
        (RecordOutcome outcome, WholeCheck? now) =
            taken.Readings.Count == 0
                ? (RecordOutcome.Recorded, whole)
                : await work.Checks.RecordAsync(id, taken.Readings, null, author.Actor, after => CheckJudge.Judge(sheet, after), cancel);
        return outcome switch
        {
            RecordOutcome.Signed => TypedResults.Problem(CheckEndpoints.Signed()),
            RecordOutcome.Missing => throw CheckEndpoints.NotFound(id),
            _ => TypedResults.Ok(new CameraReadings(views, await work.Judge.ViewAsync(now!, cancel))),
        };
    }

    private static async Task<Results<Ok<CameraReadings>, ProblemHttpResult>> SetAsync(
        Guid id,
        string setting,
        Author author,
        [AsParameters] CheckWork work,
        ICameraLink link,
        CancellationToken cancel
    )
    {
        Setting what = RefusedException.At("/setting", () => SettingDefinition.Parse(setting));
        WholeCheck whole = await work.FindAsync(id, cancel);
        Sheet sheet = await work.Judge.SheetOfAsync(whole, cancel);
        if (whole.Check.SignedAt is not null)
        {
            return TypedResults.Problem(CheckEndpoints.Signed());
        }

        if (sheet.LineOf(what)?.Target is not { } target)
        {
            throw new RefusedException(
                ProblemCode.BadValue,
                "/setting",
                $"The sheet gives no value for {SettingDefinition.Of(what).Name} on {sheet.Model.Name}, so there is nothing to send."
            );
        }

        LinkedUnit unit = UnitOf(whole, sheet);
        LinkAnswer<IReadOnlyList<ShownSetting>> answer = await link.SetAsync(unit, what, ForCamera(target), cancel);

        // Cameras change the size first and come up at a rate of their own: once more, now that the size is right.
        if (what == Setting.RecordFormat && answer.Value is { } first && !Means(sheet, what, first, target))
        {
            answer = await link.SetAsync(unit, what, ForCamera(target), cancel);
        }

        // What it says it did is not taken for done: it is read again, with what may have moved along.
        LinkAnswer<IReadOnlyList<ShownSetting>> again = answer.Value is { } moved
            ? await link.ReadAsync(unit, [what, .. moved.Select(m => m.Setting)], cancel)
            : answer;
        if (again.Value is not { } shown)
        {
            return Failed(again.State, again.Sentence);
        }

        var taken = new CameraReading(sheet, whole, CheckStage.Left, author.Name, work.Now);
        CameraReadView[] views =
        [
            .. shown
                .Select(s => s.Setting)
                .Distinct()
                .Order()
                .Where(s => sheet.LineOf(s) is not null)
                .Select(s => taken.Take(s, shown.First(x => x.Setting == s))),
        ];
        (RecordOutcome outcome, WholeCheck? now) = await work.Checks.RecordAsync(
            id,
            taken.Readings,
            null,
            author.Actor,
            after => CheckJudge.Judge(sheet, after),
            cancel
        );
        return outcome == RecordOutcome.Signed
            ? TypedResults.Problem(CheckEndpoints.Signed())
            : TypedResults.Ok(new CameraReadings(views, await work.Judge.ViewAsync(now!, cancel)));
    }

    private static bool Means(Sheet sheet, Setting setting, IReadOnlyList<ShownSetting> shown, SettingValue target) =>
        shown.FirstOrDefault(s => s.Setting == setting) is { } one
        && ShownValue.TryOf(setting, new ControlSource(sheet.Model, null, null), one.Shows) == target;

    // The camera's own word for it, where its card knows one.
    private static string ForCamera(SettingValue target) =>
        target switch
        {
            SettingValue.Choice { Shown.Length: > 0 } choice => choice.Shown,
            SettingValue.GainAt { Position.Length: > 0 } gain => gain.Position,
            SettingValue.Filter filter => filter.Position.Label,
            SettingValue.WhiteMemory memory => memory.Name,
            _ => target.Label,
        };

    internal static ProblemHttpResult Failed(LinkState state, string sentence) =>
        TypedResults.Problem(
            ProblemHandler.Problem(
                state == LinkState.Refused ? 409 : 424,
                state switch
                {
                    LinkState.None => ProblemCode.CameraNone,
                    LinkState.Silent => ProblemCode.CameraSilent,
                    LinkState.Refused => ProblemCode.CameraRefused,
                    _ => ProblemCode.CameraInvalidResponse,
                },
                "",
                sentence
            )
        );

    private static List<string> Of(Sheet sheet, IReadOnlySet<Setting> settings) =>
        [
            .. sheet
                .Lines.Where(l => settings.Contains(l.Setting) && !l.NothingToDo)
                .Where(l => l.Setting != Setting.Iris || !sheet.Model.IrisIsReadOffTheRing)
                .Select(l => SettingDefinition.Of(l.Setting).Key),
        ];
}
