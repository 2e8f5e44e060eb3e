using System.Collections.Immutable;
using GoldNotch.Core.Cameras;
using GoldNotch.Core.Checks;
using GoldNotch.Core.Checks.Symptoms;
using GoldNotch.Core.Judgements;
using GoldNotch.Core.Settings;
using GoldNotch.Data;
using GoldNotch.Exchange;
using GoldNotch.Web.Features.Checks;
using GoldNotch.Web.Features.Sheets;
using GoldNotch.Web.Features.Units;
using GoldNotch.Web.Features.Wording;
using GoldNotch.Web.Hosting;
using Microsoft.AspNetCore.Http.HttpResults;

namespace GoldNotch.Web.Features.Symptoms;

/// <summary>A harmless cause on this unit; <c>open</c> until somebody has looked.</summary>
public sealed record CauseView(
    string Key,
    string Look,
    string Remedy,
    CauseState State,
    string Sentence,
    bool Open,
    string? Setting,
    PlaceView? Place
);

/// <summary>What can explain a symptom, told before anything is called a fault; <c>about</c> is the part of the camera.</summary>
public sealed record DiagnosisView(
    string Key,
    string Text,
    string About,
    IReadOnlyList<CauseView> Causes,
    JudgementView Because,
    string Caution,
    string OnlyThen
);

/// <summary>Everything a unit may be said to do, held against what a check has read of it; whole, so that it can be gone through without network.</summary>
public sealed record TroubleshootView(string Tag, string ModelName, string Tape, Guid? Check, IReadOnlyList<DiagnosisView> Symptoms);

/// <summary>What came of looking: the cause that it was, or, with none, every cause that was looked at in vain. <c>check</c> is the check it came up in.</summary>
public sealed record OutcomeRequest(IReadOnlyList<string> Looked, string? Cause = null, Guid? Check = null, string Text = "");

/// <summary>What was kept on the unit's page: a note, or a repair.</summary>
public sealed record OutcomeView(string Kind, string Text);

/// <summary>Troubleshoot: harmless causes before a fault.</summary>
internal static class SymptomEndpoints
{
    private const int LongestAddition = 300;

    internal static void MapSymptoms(this IEndpointRouteBuilder api)
    {
        api.MapGet("/units/{tag}/symptoms", GetAsync).ProducesProblem(404).WithName("getSymptoms");
        api.MapPut("/units/{tag}/symptoms/{symptom}/outcomes/{id:guid}", PutOutcomeAsync)
            .ProducesProblem(404)
            .ProducesProblem(409)
            .WithName("putOutcome");
    }

    private static async Task<Ok<TroubleshootView>> GetAsync(
        string tag,
        Guid? check,
        SymptomSource source,
        Phrasing phrasing,
        CancellationToken cancel
    )
    {
        (StoredUnit unit, CameraModel model, ImmutableArray<Verdict> read) = await source.ReadAsync(tag, check, cancel);
        return TypedResults.Ok(
            new TroubleshootView(
                unit.Tag,
                model.Name,
                unit.Tape,
                check,
                [.. SymptomBook.All.Select(s => View(Diagnosis.Of(s, model, read), phrasing))]
            )
        );
    }

    private static DiagnosisView View(Diagnosis diagnosis, Phrasing phrasing) =>
        new(
            diagnosis.Symptom.Key,
            diagnosis.Symptom.Text,
            diagnosis.Symptom.About,
            [
                .. diagnosis.Causes.Select(c => new CauseView(
                    c.Cause.Key,
                    c.Cause.Look,
                    c.Cause.Remedy,
                    c.State,
                    phrasing.Text(c.Because),
                    c.Open,
                    c.Setting is { } setting ? SettingDefinition.Of(setting).Key : null,
                    SheetViews.Of(c.Place)
                )),
            ],
            phrasing.Of(diagnosis.Because),
            diagnosis.Symptom.Caution,
            diagnosis.OnlyThen
        );

    private static async Task<Ok<OutcomeView>> PutOutcomeAsync(
        string tag,
        string symptom,
        Guid id,
        OutcomeRequest request,
        Author author,
        SymptomSource source,
        UnitNoteStore notes,
        TimeProvider clock,
        CancellationToken cancel
    )
    {
        if (request.Text.Trim().Length > LongestAddition)
        {
            throw new RefusedException(
                ProblemCode.BadValue,
                "/text",
                $"Say it in at most {LongestAddition} characters. Nothing was saved."
            );
        }

        Symptom said = RefusedException.At("/symptom", () => SymptomBook.Parse(symptom));
        (StoredUnit unit, CameraModel model, ImmutableArray<Verdict> read) = await source.ReadAsync(tag, request.Check, cancel);
        Diagnosis diagnosis = Diagnosis.Of(said, model, read);
        string? strange = request
            .Looked.Append(request.Cause)
            .FirstOrDefault(key => key is not null && diagnosis.Causes.All(c => c.Cause.Key != key));
        if (strange is not null)
        {
            throw new RefusedException(
                ProblemCode.BadValue,
                request.Cause == strange ? "/cause" : "/looked",
                $"{diagnosis.Symptom.Text} has no cause of that name. Nothing was saved."
            );
        }

        UnitNote note = request.Cause is { } cause
            ? Note("note", diagnosis.HarmlessInWords(cause, request.Text))
            : Note("repair", Fault(diagnosis, request));
        await notes.AddAsync(unit.Tag, note, author.Actor, cancel);
        return TypedResults.Ok(new OutcomeView(note.Kind, note.Text));

        UnitNote Note(string kind, string says) => new(id, kind, says, author.Name, clock.GetUtcNow());
    }

    private static string Fault(Diagnosis diagnosis, OutcomeRequest request)
    {
        ImmutableArray<DiagnosedCause> still = diagnosis.StillToLookAt(request.Looked.ToHashSet());
        return still.IsEmpty
            ? diagnosis.FaultInWords(request.Text)
            : throw new RefusedException(
                ProblemCode.NotLookedAt,
                "/looked",
                $"Look at this first: {string.Join(" ", still.Select(c => c.Cause.Look))} Most that seems broken is one of these. Nothing was saved."
            );
    }
}
