using System.Collections.Concurrent;
using GoldNotch.Core.Cameras;
using GoldNotch.Core.Checks;
using GoldNotch.Core.Clips;
using GoldNotch.Core.Exposure;
using GoldNotch.Core.Frames;
using GoldNotch.Core.Sheets;
using GoldNotch.Core.Units;
using GoldNotch.Data;
using GoldNotch.Exchange;
using GoldNotch.Imaging;
using GoldNotch.Web.Features.Checks;
using GoldNotch.Web.Features.Pictures;

namespace GoldNotch.Web.Features.Clips;

/// <summary>Judges clips while their people go on: one can leave the page and come back. What was under way when the site stopped is begun anew when somebody asks for it.</summary>
internal sealed class ClipDesk(
    ClipStore clips,
    CheckStore checks,
    ClipFiles files,
    IServiceScopeFactory scopes,
    TimeProvider clock,
    ILogger<ClipDesk> log
) : IHostedService, IDisposable
{
    private readonly CancellationTokenSource _stopping = new();
    private readonly ConcurrentDictionary<Guid, Job> _jobs = new();

    /// <summary>Which stage a clip is in; null where it is not under way here.</summary>
    internal ClipStage? StageOf(Guid id) => _jobs.TryGetValue(id, out Job? job) ? job.Stage : null;

    /// <summary>Begins to judge a clip, unless it is under way.</summary>
    internal void Begin(StoredClip clip)
    {
        var job = new Job(CancellationTokenSource.CreateLinkedTokenSource(_stopping.Token));
        if (_jobs.TryAdd(clip.Id, job))
        {
            job.Done = Task.Run(() => JudgeAsync(clip, job), CancellationToken.None);
        }
        else
        {
            job.Cancel.Dispose();
        }
    }

    /// <summary>Gives a clip up and waits until nothing of it runs.</summary>
    internal async Task StopAsync(Guid id)
    {
        if (_jobs.TryGetValue(id, out Job? job))
        {
            await job.Cancel.CancelAsync();
            await job.Done;
        }
    }

    /// <inheritdoc/>
    public Task StartAsync(CancellationToken cancellationToken) => Task.CompletedTask;

    /// <inheritdoc/>
    public async Task StopAsync(CancellationToken cancellationToken)
    {
        await _stopping.CancelAsync();
        await Task.WhenAll(_jobs.Values.Select(j => j.Done));
    }

    /// <inheritdoc/>
    public void Dispose() => _stopping.Dispose();

    private async Task JudgeAsync(StoredClip clip, Job job)
    {
        CancellationToken cancel = job.Cancel.Token;
        try
        {
            string path = files.Find(clip.Id)
                ?? throw new PictureRefusedException(
                    PictureRefusal.Unreadable,
                    "The file of this clip is here no longer. Choose it again."
                );
            (WholeCheck, Sheet)? of = await CheckOfAsync(clip, cancel);
            ClipFigures figures = await ClipDecoder.JudgeAsync(path, declared => ProfileOf(declared, of?.Item2), new Told(job), cancel);
            (IReadOnlyList<ClipAnswerDocument>? answers, string refusal) = of is { } check
                ? await AnswerAsync(clip, figures, check.Item2, cancel)
                : (null, "");
            await clips.JudgedAsync(clip.Id, ClipDocument.Of(figures), answers, refusal, Who(clip), cancel);
        }
        catch (Exception refused) when (refused is PictureRefusedException or QuantityException or InvalidOperationException)
        {
            // What cannot be judged now cannot be judged by trying again.
            await clips.RefusedAsync(clip.Id, refused.Message, CancellationToken.None);
        }
        catch (OperationCanceledException)
        {
            // Given up, or the site stops: it is as if it had not been begun.
        }
        catch (Exception failed) when (failed is Npgsql.NpgsqlException or IOException)
        {
            log.LogWarning(failed, "A clip could not be judged; it is begun anew when somebody asks for it.");
        }
        finally
        {
            _jobs.TryRemove(clip.Id, out _);
            job.Cancel.Dispose();
        }
    }

    private async Task<(WholeCheck, Sheet)?> CheckOfAsync(StoredClip clip, CancellationToken cancel)
    {
        if (clip.CheckId is not { } id || await checks.GetAsync(id, cancel) is not { } whole)
        {
            return null;
        }

        await using AsyncServiceScope scope = scopes.CreateAsyncScope();
        return (whole, await scope.ServiceProvider.GetRequiredService<CheckJudge>().SheetOfAsync(whole, cancel));
    }

    // Readings first: where the site stops between the two, the clip is judged anew and they are the same.
    private async Task<(IReadOnlyList<ClipAnswerDocument>? Answers, string Refusal)> AnswerAsync(
        StoredClip clip,
        ClipFigures figures,
        Sheet sheet,
        CancellationToken cancel
    )
    {
        ClipHead head = figures.Head;
        if (ClipReadings.IsPossible(head, sheet.Model) == false)
        {
            return (
                null,
                $"This clip is {new FrameSize(head.Width, head.Height).Label()} {head.ScanRate.Label()}, which {sheet.Model.Name} does not record. Is it of another camera? Nothing was read from it."
            );
        }

        if (figures.Parts.Any(p => p.IsDamaged) || await checks.GetAsync(clip.CheckId!.Value, cancel) is not { } whole)
        {
            return ([], "");
        }

        var taken = new ClipAnswers(sheet, whole, clip, clock.GetUtcNow());
        foreach (ClipReading answer in ClipReadings.Of(figures, sheet.Model))
        {
            taken.Take(answer);
        }

        if (taken.Readings.Count > 0)
        {
            await checks.RecordAsync(whole.Check.Id, taken.Readings, null, Who(clip), after => CheckJudge.Judge(sheet, after), cancel);
        }

        return (taken.Answers, "");
    }

    // The curve that the check's camera records in, where its specification knows it; else what the file declares.
    private static PictureProfile ProfileOf(DeclaredColour? declared, Sheet? sheet) =>
        sheet?.Word(Setting.Profile) is { } word && sheet.Model.Curves.GetValueOrDefault(word) is { } curve
            ? new PictureProfile(curve.Curve, curve.ClipLevel, declared?.Is2020 ?? false)
            : new PictureProfile(declared?.Curve ?? ToneCurve.Named("BT.709"), 1, declared?.Is2020 ?? false);

    private static Actor Who(StoredClip clip) => new(clip.AddedById, clip.AddedBy);

    private sealed class Job(CancellationTokenSource cancel)
    {
        internal CancellationTokenSource Cancel { get; } = cancel;

        internal ClipStage Stage { get; set; } = ClipStage.Header;

        internal Task Done { get; set; } = Task.CompletedTask;
    }

    private sealed class Told(Job job) : IProgress<ClipStage>
    {
        public void Report(ClipStage value) => job.Stage = value;
    }
}
