using System.Collections.Concurrent;
using System.Collections.Immutable;
using GoldNotch.Core.Cameras;
using GoldNotch.Core.Checks;
using GoldNotch.Core.Sheets;
using GoldNotch.Core.Units;
using GoldNotch.Data;
using GoldNotch.Exchange;
using Microsoft.Extensions.Caching.Memory;

namespace GoldNotch.Web.Features.Checks;

/// <summary>Puts a kept check before the core: its frozen card, its version of the standard, its readings.</summary>
internal sealed class CheckJudge(StandardStore standards, UnitStore units, DecisionStore decisions, IMemoryCache sheets, TimeProvider clock)
{
    // A version that was ever approved never changes, so it can be kept in memory; there are few.
    private readonly ConcurrentDictionary<(string Key, int Version), Standard> _standards = new();

    /// <summary>The sheet of a check.</summary>
    /// <param name="whole">The check.</param>
    /// <param name="kept">Whether it is kept under its id already: what is only asked for may yet turn out to be another check's id.</param>
    /// <param name="cancel">Cancels.</param>
    internal async Task<Sheet> SheetOfAsync(WholeCheck whole, CancellationToken cancel, bool kept = true)
    {
        (string Key, int Version) id = (whole.Check.StandardKey, whole.Check.StandardVersion);
        if (!_standards.TryGetValue(id, out Standard? standard))
        {
            StoredStandard stored = await standards.GetAsync(id.Key, id.Version, cancel)
                ?? throw new RefusedException("standard-missing", "", $"The standard {id.Key} version {id.Version} of this check is gone.");
            standard = Cards.ToStandard(stored.Document);
            if (stored.Head.State != "draft")
            {
                _standards[id] = standard;
            }
        }

        // Card, version and plan are frozen with the check, so its sheet is worked out once and not with every letter typed.
        Sheet sheet = !kept ? Compiled(whole, standard) : sheets.GetOrCreate(whole.Check.Id, entry =>
        {
            entry.SetSize(1).SetSlidingExpiration(TimeSpan.FromMinutes(10));
            return Compiled(whole, standard);
        })!;
        return sheet with { Waived = [.. (await decisions.WaiversAsync(id.Key, cancel)).Where(w => Counts(w, whole.Check, sheet.Model.Key)).Select(w => Of(w, sheet.Model))] };
    }

    private static Sheet Compiled(WholeCheck whole, Standard standard)
    {
        CameraModel model = Cards.ToModel(ModelStore.ReadCard(whole.ModelCard));
        return whole.Shoot is { } shoot ? Shoots.Sheet(standard, model, shoot) : SheetCompiler.Compile(standard, model);
    }

    // For a signed check only what was so while it was open: a later waiver does not rewrite it.
    private bool Counts(Waiver waiver, StoredCheck check, string model) =>
        (waiver.ModelKey == model || waiver.UnitTag == check.UnitTag)
        && waiver.MadeAt <= (check.SignedAt ?? clock.GetUtcNow())
        && waiver.ExpiresOn >= DateOnly.FromDateTime(check.StartedAt.UtcDateTime)
        && (waiver.EndedAt is not { } ended || (check.SignedAt is { } signed && ended > signed));

    private static WaivedNotch Of(Waiver waiver, CameraModel model) =>
        new(SettingName.Parse(waiver.Setting), waiver.UnitTag ?? model.Name, waiver.Reason, waiver.Author, waiver.ExpiresOn);

    internal static CheckOutcome Judge(Sheet sheet, WholeCheck whole) => CheckOutcome.Of(sheet, CheckReadings.ToCore(sheet, whole.Readings));

    internal async Task<CheckView> ViewAsync(WholeCheck whole, CancellationToken cancel)
    {
        Sheet sheet = await SheetOfAsync(whole, cancel);
        StoredUnit? unit = await units.GetAsync(whole.Check.UnitTag, cancel);
        StoredCheck c = whole.Check;
        IReadOnlyList<StampedReading> stamped = CheckReadings.ToCore(sheet, whole.Readings);
        CheckState now = AsLeft.Of(sheet, stamped);
        ImmutableArray<Verdict> verdicts = CheckEvaluator.Evaluate(sheet, now);
        ImmutableArray<Verdict> found = CheckEvaluator.Evaluate(sheet, AsLeft.Found(stamped));
        return new CheckView(
            c.Id, c.UnitTag, unit?.Tape ?? "", unit?.Place ?? "", sheet.Model.Key, sheet.Model.Name, c.StandardKey, sheet.Standard.Name, c.StandardVersion,
            c.StartedBy, c.StartedAt, c.SignedBy, c.SignedAt, c.Note, CheckViews.Of(CheckSummary.Of(verdicts)),
            [.. verdicts.Zip(found, (v, f) => LineOf(sheet, whole, now, v, f))],
            CheckViews.Of(Consequences.Of(sheet, verdicts)), c.ShootName, CheckViews.Of(CheckSummary.Of(found)),
            whole.Readings.Any(r => r.Stage == CheckStage.Left), [.. whole.Photos.Select(CheckViews.Of)], [.. whole.Additions.Select(CheckViews.Of)],
            unit?.Status ?? "", c.SignedAt is null ? c.StandardState : "");
    }

    private static CheckLineView LineOf(Sheet sheet, WholeCheck whole, CheckState now, Verdict verdict, Verdict found)
    {
        Setting setting = verdict.Line.Setting;
        StoredReading? asFound = whole.Readings.FirstOrDefault(r => r.Setting == setting && r.Stage == CheckStage.Found);
        StoredReading? asLeft = whole.Readings.FirstOrDefault(r => r.Setting == setting && r.Stage == CheckStage.Left);
        bool stale = now.Stale.ContainsKey(setting);
        StoredReading? holds = asLeft is { Kind: not "unread" } ? asLeft : asFound;

        // One stage at a time: where both are in question, as found is decided first.
        StoredReading[] rivals = [.. whole.Rivals.Where(r => r.Setting == setting).GroupBy(r => r.Stage).OrderBy(g => g.Key).FirstOrDefault() ?? Enumerable.Empty<StoredReading>()];
        ReadingView AsView(StoredReading? reading) => CheckViews.Of(verdict.Line, reading is null ? Reading.Unread.Instance : AsRead(sheet, whole, reading), reading);
        return new CheckLineView(
            SheetViewOf(sheet, verdict, now.Readings),
            CheckViews.Of(verdict.Line, verdict.Reading, stale ? null : holds),
            CheckViews.Of(verdict),
            (asLeft is { Kind: not "unread" } || stale) && asFound is { Kind: not "unread" } ? new AsFoundView(CheckViews.Of(verdict.Line, found.Reading, asFound), CheckViews.Of(found)) : null,
            stale,
            [.. rivals.Select(r => CheckViews.Of(verdict.Line, AsRead(sheet, whole, r), r))],
            rivals.Length == 0 ? null : rivals[0].Stage == CheckStage.Left ? AsView(asLeft) : AsView(asFound),
            asFound?.Version ?? 0,
            asLeft?.Version ?? 0);
    }

    // A reading as the core reads it where it stands alone for its notch.
    private static Reading AsRead(Sheet sheet, WholeCheck whole, StoredReading rival) =>
        CheckReadings.ToCore(sheet, whole.Readings.Where(r => !r.IsOfTheSameAs(rival)).Append(rival)).First(r => r.Setting == rival.Setting && r.Stage == rival.Stage).Reading;

    /// <summary>Reads a text as it would be read in a stage of this check.</summary>
    /// <exception cref="QuantityException">Cannot be read.</exception>
    internal static Reading Read(Sheet sheet, WholeCheck whole, Setting setting, CheckStage stage, string? text)
    {
        IReadOnlyList<StampedReading> stamped = CheckReadings.ToCore(sheet, whole.Readings);
        return ReadingParser.Parse(setting, sheet, text, stage == CheckStage.Found ? AsLeft.Found(stamped) : AsLeft.Of(sheet, stamped).Readings);
    }

    /// <summary>The verdicts on a check as it stands now.</summary>
    internal async Task<ImmutableArray<Verdict>> VerdictsAsync(WholeCheck whole, CancellationToken cancel)
    {
        Sheet sheet = await SheetOfAsync(whole, cancel);
        return CheckEvaluator.Evaluate(sheet, AsLeft.Of(sheet, CheckReadings.ToCore(sheet, whole.Readings)));
    }

    /// <summary>What a text would mean if it were recorded now.</summary>
    internal async Task<PreviewView> PreviewAsync(WholeCheck whole, Setting setting, CheckStage stage, string text, CancellationToken cancel)
    {
        Sheet sheet = await SheetOfAsync(whole, cancel);
        if (sheet.LineOf(setting) is not { } line)
        {
            return new PreviewView(false, "This sheet does not ask for it.", null, null, null);
        }

        Reading reading;
        try
        {
            reading = Read(sheet, whole, setting, stage, text);
        }
        catch (QuantityException refused)
        {
            return new PreviewView(false, refused.Message, null, null, null);
        }

        StampedReading[] stamped =
        [
            .. CheckReadings.ToCore(sheet, whole.Readings).Where(r => r.Setting != setting || r.Stage != stage),
            new StampedReading(setting, stage, reading, int.MaxValue),
        ];
        ImmutableArray<Verdict> verdicts = CheckEvaluator.Evaluate(sheet, AsLeft.Of(sheet, stamped));
        Verdict verdict = verdicts.First(v => v.Line.Setting == setting);
        ReadingView view = CheckViews.Of(line, reading, null);
        return new PreviewView(true, Means(text, view.Label), view, CheckViews.Of(verdict), CheckViews.Of(Consequences.Of(sheet, verdicts)));
    }

    private static string Means(string typed, string label) =>
        label.StartsWith(typed.Trim(), StringComparison.OrdinalIgnoreCase) && !label.Contains(',', StringComparison.Ordinal) ? "" : $"{typed.Trim()} is {label}";

    // The bit rates on the dial are those of the format that the camera really stands at.
    private static Sheets.SheetLineView SheetViewOf(Sheet sheet, Verdict verdict, ImmutableDictionary<Setting, Reading> readings) =>
        verdict.Line.Setting is Setting.BitRate or Setting.Codec or Setting.Shutter && readings.GetValueOrDefault(Setting.RecordFormat) is Reading.Of { Value: SettingValue.Format format }
            ? Sheets.SheetViews.Of(verdict.Line with { Control = verdict.Line.Control with { Format = format } })
            : Sheets.SheetViews.Of(verdict.Line);
}
