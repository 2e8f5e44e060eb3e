using GoldNotch.Core.Cameras;
using GoldNotch.Core.Checks;
using GoldNotch.Core.Settings;
using GoldNotch.Core.Sheets;
using GoldNotch.Data;
using GoldNotch.Exchange;
using GoldNotch.Web.Features.LineUps;
using GoldNotch.Web.Features.Wording;
using GoldNotch.Web.Hosting;
using Microsoft.AspNetCore.Http.HttpResults;

namespace GoldNotch.Web.Features.Checks;

/// <summary>A check to begin: a unit against a standard, or against the plan of a line-up it is in; readings may come with it.</summary>
public sealed record NewCheck(string Unit, string Standard, IReadOnlyList<NewReading>? Readings = null, Guid? LineUp = null);

/// <summary>A reading to come with a new check.</summary>
public sealed record NewReading(string Setting, string Read);

/// <summary>What was read; null takes a reading back. <c>stage</c> is as found, or as left after correcting; <c>receipt</c> is an id of the device for
/// this very reading, so that one sent again after a lost answer is known.</summary>
public sealed record ReadingRequest(string? Read, CheckStage Stage = CheckStage.Found, Guid? Receipt = null);

/// <summary>What is being typed.</summary>
public sealed record PreviewRequest(string Setting, string Text, CheckStage Stage = CheckStage.Found);

/// <summary>Which of two readings of a notch stands: the second reading named, or the first where none is named.</summary>
public sealed record DecisionRequest(CheckStage Stage, string? By, ReadingKind? Kind, string? Typed);

/// <summary>The note that a check is signed with.</summary>
public sealed record SignRequest(string Note);

/// <summary>Checks: begin, record, preview, sign, list.</summary>
internal static class CheckEndpoints
{
    private const int PageSize = 50;

    internal static void MapChecks(this IEndpointRouteBuilder api)
    {
        api.MapGet("/checks", ListAsync).WithName("listChecks");
        api.MapGet("/checks/{id:guid}", GetAsync).ProducesProblem(404).WithName("getCheck");
        api.MapPut("/checks/{id:guid}", PutAsync).ProducesProblem(409).WithName("putCheck");
        api.MapPut("/checks/{id:guid}/readings/{setting}", PutReadingAsync)
            .ProducesProblem(404)
            .ProducesProblem(409)
            .ProducesProblem(412)
            .ProducesProblem(428)
            .WithName("putReading");
        api.MapPost("/checks/{id:guid}/readings/{setting}/decision", DecideAsync)
            .ProducesProblem(404)
            .ProducesProblem(409)
            .ProducesProblem(412)
            .WithName("decideReading");
        api.MapGet("/checks/{id:guid}/last", LastAsync).ProducesProblem(404).WithName("getLastCheck");
        api.MapPost("/checks/{id:guid}/preview", PreviewAsync).ProducesProblem(404).WithName("previewReading");
        api.MapPut("/checks/{id:guid}/signature", SignAsync)
            .ProducesProblem(404)
            .ProducesProblem(409)
            .ProducesProblem(412)
            .ProducesProblem(428)
            .WithName("signCheck");
    }

    private static async Task<Ok<CheckPage>> ListAsync(
        string? before,
        string? unit,
        string? state,
        string? find,
        CheckStore checks,
        Phrasing phrasing,
        CancellationToken cancel
    )
    {
        List<StoredCheck> rows = await checks.ListAsync(
            PageCursor.Parse(before, "log"),
            unit,
            FilterOf(state),
            find ?? "",
            PageSize,
            cancel
        );
        string? next = rows.Count == PageSize ? PageCursor.Of(rows[^1].StartedAt, rows[^1].Id) : null;
        return TypedResults.Ok(new CheckPage([.. rows.Select(r => CheckViews.Row(r, phrasing))], next));
    }

    private static CheckFilter FilterOf(string? state) =>
        state switch
        {
            null or "" => CheckFilter.Any,
            "open" => CheckFilter.Open,
            "signed" => CheckFilter.Signed,
            "faults" => CheckFilter.Faults,
            _ => throw new RefusedException(ProblemCode.BadValue, "/state", "The state is open, signed or faults; leave it out for all."),
        };

    private static async Task<Ok<CheckView>> GetAsync(Guid id, [AsParameters] CheckWork work, CancellationToken cancel) =>
        TypedResults.Ok(await work.Judge.ViewAsync(await work.FindAsync(id, cancel), cancel));

    private static async Task<Ok<LastCheckView>> LastAsync(Guid id, [AsParameters] CheckWork work, CancellationToken cancel)
    {
        WholeCheck whole = await work.FindAsync(id, cancel);
        return TypedResults.Ok(await work.Judge.LastAsync(whole, await work.Checks.LastSignedAsync(whole.Check, cancel), cancel));
    }

    private static async Task<Results<Ok<CheckView>, Created<CheckView>, ProblemHttpResult>> PutAsync(
        Guid id,
        NewCheck request,
        Author author,
        UnitStore units,
        ModelStore models,
        StandardStore standards,
        LineUpSource lineUps,
        [AsParameters] CheckWork work,
        CancellationToken cancel
    )
    {
        StoredUnit unit = await units.GetAsync(request.Unit, cancel)
            ?? throw new RefusedException(
                ProblemCode.UnitMissing,
                "/unit",
                $"There is no unit {Short(request.Unit)}. Look at the tag again, or find it by its tape or place."
            );
        // A check that is sent again after a lost answer is there already, whatever became of its unit.
        if (unit.Status == UnitStatus.Retired && await work.Checks.GetAsync(id, cancel) is null)
        {
            throw new RefusedException(
                ProblemCode.BadValue,
                "/unit",
                $"{unit.Tag} is retired. Change its state on its page first, or choose another unit."
            );
        }

        StoredStandard approved = await standards.InStateAsync(request.Standard, StandardState.Approved, cancel)
            ?? throw new RefusedException(
                ProblemCode.StandardMissing,
                "/standard",
                $"There is no approved standard {Short(request.Standard)}. Choose one from the list."
            );
        StoredModel card = await models.GetAsync(unit.ModelKey, cancel)
            ?? throw new RefusedException(ProblemCode.ModelMissing, "/unit", $"The card of {unit.ModelKey} is missing: import it first.");

        StandardDocument standard = approved.Document;
        string who = author.Name;
        DateTimeOffset now = work.Now;
        var head = new StoredCheck(
            id,
            unit.Tag,
            standard.Key,
            standard.Version,
            standard.Name,
            who,
            now,
            null,
            null,
            "",
            CheckSummary.None
        );
        PlannedSheetDocument? shoot = request.LineUp is { } planned
            ? await lineUps.ShootAsync(planned, unit.Tag, standard.Key, cancel)
            : null;
        head = head with { ShootName = shoot is null ? "" : $"{shoot.Name}, camera {shoot.Letter}" };
        var whole = new WholeCheck(
            head,
            System.Text.Json.JsonSerializer.Serialize(
                UnitReader.Measured(card.Document, unit.Document),
                ExchangeJson.Default.ModelDocument
            ),
            [],
            shoot
        );
        Sheet sheet = await work.Judge.SheetOfAsync(whole, cancel, stored: false);
        whole = whole with
        {
            Readings = CheckReadings.ReadAll(
                sheet,
                [.. (request.Readings ?? []).Select(r => new ReadingDocument(r.Setting, r.Read, who, now))],
                "/readings"
            ),
        };
        bool created = await work.Checks.CreateAsync(whole, CheckJudge.Judge(sheet, whole), author.Actor, cancel);
        WholeCheck kept = await work.FindAsync(id, cancel);
        if (kept.Check.UnitTag != unit.Tag || kept.Check.StandardKey != standard.Key)
        {
            return TypedResults.Problem(
                ProblemHandler.Problem(
                    409,
                    ProblemCode.IdTaken,
                    "",
                    $"This check is of {kept.Check.UnitTag} against {kept.Check.StandardKey} already. Start a new one with an id of its own."
                )
            );
        }

        CheckView view = await work.Judge.ViewAsync(kept, cancel);
        return created ? TypedResults.Created($"/api/checks/{id}", view) : TypedResults.Ok(view);
    }

    private static async Task<Results<Ok<CheckView>, ProblemHttpResult>> PutReadingAsync(
        Guid id,
        string setting,
        ReadingRequest request,
        SeenVersion seen,
        Author author,
        [AsParameters] CheckWork work,
        Phrasing phrasing,
        CancellationToken cancel
    )
    {
        Setting what = RefusedException.At("/setting", () => SettingDefinition.Parse(setting));
        WholeCheck whole = await work.Checks.ReadingsAsync(id, cancel) ?? throw NotFound(id);
        Sheet sheet = await work.Judge.SheetOfAsync(whole, cancel);
        if (sheet.LineOf(what) is null)
        {
            throw new RefusedException(ProblemCode.BadValue, "/setting", $"The sheet of this check does not ask for {setting}.");
        }

        Reading reading = request.Read is null
            ? Reading.Unread.Instance
            : RefusedException.At("/read", () => CheckJudge.Read(sheet, whole, what, request.Stage, request.Read));
        StoredReading stored = CheckReadings.ToStored(what, reading, request.Read ?? "", author.Name, work.Now, seen.Number) with
        {
            Stage = request.Stage,
        };
        (RecordOutcome outcome, WholeCheck? now) = await work.Checks.RecordAsync(
            id,
            [stored],
            request.Receipt,
            author.Actor,
            after => CheckJudge.Judge(sheet, after),
            cancel
        );
        return outcome switch
        {
            RecordOutcome.Recorded => TypedResults.Ok(await work.Judge.ViewAsync(now!, cancel)),
            RecordOutcome.Signed => TypedResults.Problem(Signed()),
            RecordOutcome.Conflict => TypedResults.Problem(
                Conflict(
                    now!.Readings.FirstOrDefault(stored.IsOfTheSameAs),
                    await work.Judge.ViewAsync(now, cancel),
                    CheckViews.Of(sheet.LineOf(what)!, reading, stored, phrasing),
                    setting
                )
            ),
            _ => throw NotFound(id),
        };
    }

    private static async Task<Results<Ok<CheckView>, ProblemHttpResult>> DecideAsync(
        Guid id,
        string setting,
        DecisionRequest request,
        Author author,
        [AsParameters] CheckWork work,
        CancellationToken cancel
    )
    {
        Setting what = RefusedException.At("/setting", () => SettingDefinition.Parse(setting));
        Sheet sheet = await work.Judge.SheetOfAsync(await work.FindAsync(id, cancel), cancel);
        (string, ReadingKind, string)? chosen = request.By is { } by ? (by, request.Kind ?? ReadingKind.Unread, request.Typed ?? "") : null;
        (RecordOutcome outcome, WholeCheck? now) = await work.Checks.DecideAsync(
            id,
            what,
            request.Stage,
            chosen,
            author.Actor,
            after => CheckJudge.Judge(sheet, after),
            cancel
        );
        return outcome switch
        {
            RecordOutcome.Recorded => TypedResults.Ok(await work.Judge.ViewAsync(now!, cancel)),
            RecordOutcome.Signed => TypedResults.Problem(Signed()),
            RecordOutcome.Conflict => TypedResults.Problem(
                ProblemHandler.Problem(
                    412,
                    ProblemCode.ChangedMeanwhile,
                    "/by",
                    "That second reading is not there any more. Look at the notch again and choose."
                )
            ),
            _ => throw NotFound(id),
        };
    }

    internal static Microsoft.AspNetCore.Mvc.ProblemDetails Signed() =>
        ProblemHandler.Problem(
            409,
            ProblemCode.Immutable,
            "",
            "This check is signed and stays as it is. Write a later addition, or start a new check of this unit."
        );

    private static async Task<Ok<PreviewView>> PreviewAsync(
        Guid id,
        PreviewRequest request,
        [AsParameters] CheckWork work,
        CancellationToken cancel
    )
    {
        Setting setting = RefusedException.At("/setting", () => SettingDefinition.Parse(request.Setting));
        WholeCheck whole = await work.Checks.ReadingsAsync(id, cancel) ?? throw NotFound(id);
        return TypedResults.Ok(await work.Judge.PreviewAsync(whole, setting, request.Stage, request.Text, cancel));
    }

    private static async Task<Ok<CheckView>> SignAsync(
        Guid id,
        SignRequest request,
        SeenVersion seen,
        Author author,
        [AsParameters] CheckWork work,
        CancellationToken cancel
    )
    {
        if (request.Note.Length > 2000)
        {
            throw new RefusedException(ProblemCode.BadValue, "/note", "The note has at most 2000 characters. Nothing was signed.");
        }

        Sheet sheet = await work.Judge.SheetOfAsync(await work.FindAsync(id, cancel), cancel);
        WholeCheck signed = await work.Checks.SignAsync(
            id,
            seen.Number,
            author.Actor,
            work.Now,
            request.Note.Trim(),
            after => CheckJudge.Judge(sheet, after),
            cancel
        ) ?? throw NotFound(id);
        return TypedResults.Ok(await work.Judge.ViewAsync(signed, cancel));
    }

    private static Microsoft.AspNetCore.Mvc.ProblemDetails Conflict(
        StoredReading? standing,
        CheckView now,
        ReadingView yours,
        string setting
    )
    {
        CheckLineView line = now.Lines.First(l => l.Line.Setting == setting);
        ReadingView theirs = yours.Stage == CheckStage.Found && line.Found is { } found ? found.Reading : line.Reading;
        string other = standing is null or { Kind: ReadingKind.Unread } ? "took the reading back" : $"read {theirs.Label}";
        return ProblemHandler.Problem(
            412,
            ProblemCode.ChangedMeanwhile,
            "/read",
            $"{(theirs.By.Length > 0 ? theirs.By : "Somebody")} {other} meanwhile. Both are kept: choose which one stands.",
            new Dictionary<string, object?> { ["yours"] = yours, ["theirs"] = theirs }
        );
    }

    internal static RefusedException NotFound(Guid id) => new(ProblemCode.NotFound, "/id", $"There is no check {id}. Look in the history.");

    private static string Short(string text) => text.Length <= 40 ? text : text[..40] + "…";
}
