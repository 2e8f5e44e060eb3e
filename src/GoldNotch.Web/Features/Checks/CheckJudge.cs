using System.Collections.Concurrent;
using System.Collections.Immutable;
using GoldNotch.Core.Cameras;
using GoldNotch.Core.Checks;
using GoldNotch.Core.Sheets;
using GoldNotch.Core.Units;
using GoldNotch.Data;
using GoldNotch.Data.Exchange;

namespace GoldNotch.Web.Features.Checks;

/// <summary>Puts a kept check before the core: its frozen card, its version of the standard, its readings.</summary>
internal sealed class CheckJudge(StandardStore standards, UnitStore units, DecisionStore decisions, TimeProvider clock)
{
    // A version that was ever approved never changes, so it can be kept in memory; there are few.
    private readonly ConcurrentDictionary<(string Key, int Version), Standard> _standards = new();

    internal async Task<Sheet> SheetOfAsync(WholeCheck whole, CancellationToken cancel)
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

        CameraModel model = Cards.ToModel(ModelStore.ReadCard(whole.ModelCard));
        Sheet sheet = whole.Shoot is { } shoot ? Shoots.Sheet(standard, model, shoot) : SheetCompiler.Compile(standard, model);
        return sheet with { Waived = [.. (await decisions.WaiversAsync(id.Key, cancel)).Where(w => Counts(w, whole.Check, sheet.Model.Key)).Select(w => Of(w, sheet.Model))] };
    }

    // For a signed check only what was so while it was open: a later waiver does not rewrite it.
    private bool Counts(Waiver waiver, StoredCheck check, string model) =>
        (waiver.ModelKey == model || waiver.UnitTag == check.UnitTag)
        && waiver.MadeAt <= (check.SignedAt ?? clock.GetUtcNow())
        && waiver.ExpiresOn >= DateOnly.FromDateTime(check.StartedAt.UtcDateTime)
        && (waiver.EndedAt is not { } ended || (check.SignedAt is { } signed && ended > signed));

    private static WaivedNotch Of(Waiver waiver, CameraModel model) =>
        new(SettingName.Parse(waiver.Setting), waiver.UnitTag ?? model.Name, waiver.Reason, waiver.Author, waiver.ExpiresOn);

    internal static CheckSummary Summarise(Sheet sheet, WholeCheck whole) =>
        CheckSummary.Of(CheckEvaluator.Evaluate(sheet, CheckReadings.ToCore(sheet, whole.Readings)));

    internal async Task<CheckView> ViewAsync(WholeCheck whole, CancellationToken cancel)
    {
        Sheet sheet = await SheetOfAsync(whole, cancel);
        StoredUnit? unit = await units.GetAsync(whole.Check.UnitTag, cancel);
        Dictionary<Setting, Reading> readings = CheckReadings.ToCore(sheet, whole.Readings);
        ImmutableArray<Verdict> verdicts = CheckEvaluator.Evaluate(sheet, readings);
        Dictionary<Setting, StoredReading> kept = whole.Readings.ToDictionary(r => r.Setting);
        StoredCheck c = whole.Check;
        return new CheckView(
            c.Id, c.UnitTag, unit?.Tape ?? "", unit?.Place ?? "", sheet.Model.Key, sheet.Model.Name, c.StandardKey, sheet.Standard.Name, c.StandardVersion,
            c.StartedBy, c.StartedAt, c.SignedBy, c.SignedAt, c.Note, CheckViews.Of(CheckSummary.Of(verdicts)),
            [.. verdicts.Select(v => new CheckLineView(
                SheetViewOf(sheet, v, readings), CheckViews.Of(v.Line, v.Reading, kept.GetValueOrDefault(v.Line.Setting)), CheckViews.Of(v)))],
            CheckViews.Of(Consequences.Of(sheet, verdicts)), c.ShootName);
    }

    /// <summary>What a text would mean if it were recorded now.</summary>
    internal async Task<PreviewView> PreviewAsync(WholeCheck whole, Setting setting, string text, CancellationToken cancel)
    {
        Sheet sheet = await SheetOfAsync(whole, cancel);
        if (sheet.LineOf(setting) is not { } line)
        {
            return new PreviewView(false, "This sheet does not ask for it.", null, null, null);
        }

        Dictionary<Setting, Reading> readings = CheckReadings.ToCore(sheet, whole.Readings);
        Reading reading;
        try
        {
            reading = CheckReadings.FromText(setting, sheet, text, readings);
        }
        catch (QuantityException refused)
        {
            return new PreviewView(false, refused.Message, null, null, null);
        }

        readings[setting] = reading;
        ImmutableArray<Verdict> verdicts = CheckEvaluator.Evaluate(sheet, readings);
        Verdict verdict = verdicts.First(v => v.Line.Setting == setting);
        ReadingView view = CheckViews.Of(line, reading, null);
        return new PreviewView(true, Means(text, view.Label), view, CheckViews.Of(verdict), CheckViews.Of(Consequences.Of(sheet, verdicts)));
    }

    private static string Means(string typed, string label) =>
        label.StartsWith(typed.Trim(), StringComparison.OrdinalIgnoreCase) && !label.Contains(',', StringComparison.Ordinal) ? "" : $"{typed.Trim()} is {label}";

    // The bit rates on the dial are those of the format that the camera really stands at.
    private static Sheets.SheetLineView SheetViewOf(Sheet sheet, Verdict verdict, Dictionary<Setting, Reading> readings) =>
        verdict.Line.Setting is Setting.BitRate or Setting.Codec or Setting.Shutter && readings.GetValueOrDefault(Setting.RecordFormat) is Reading.Of { Value: SettingValue.Format format }
            ? Sheets.SheetViews.Of(verdict.Line with { Control = verdict.Line.Control with { Format = format } })
            : Sheets.SheetViews.Of(verdict.Line);
}
