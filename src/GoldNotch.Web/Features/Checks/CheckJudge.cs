using System.Collections.Immutable;
using GoldNotch.Core.Cameras;
using GoldNotch.Core.Checks;
using GoldNotch.Core.Settings;
using GoldNotch.Core.Sheets;
using GoldNotch.Core.Sheets.Compiling;
using GoldNotch.Core.Units;
using GoldNotch.Data;
using GoldNotch.Exchange;
using GoldNotch.Web.Features.Wording;
using Microsoft.Extensions.Caching.Memory;

namespace GoldNotch.Web.Features.Checks;

/// <summary>Puts a stored check before the core: its frozen specification, its version of the standard, its readings. A signed check is shown as signed.</summary>
internal sealed class CheckJudge(
    StandardStore standards,
    UnitStore units,
    DecisionStore decisions,
    IMemoryCache sheets,
    TimeProvider clock,
    Phrasing phrasing
)
{
    private const string NotRequired = "This sheet does not require it.";

    /// <summary>The sheet of a check.</summary>
    /// <param name="whole">The check.</param>
    /// <param name="cancel">Cancels.</param>
    /// <param name="stored">Whether it is stored under its id already: what is only asked for may yet turn out to be another check's id.</param>
    internal async Task<Sheet> SheetOfAsync(WholeCheck whole, CancellationToken cancel, bool stored = true)
    {
        Standard standard = await StandardOfAsync(whole, cancel);

        // Specification, version and plan are frozen with the check, so its sheet is worked out once and not with every letter typed.
        Sheet sheet = !stored
            ? CheckSheets.Compile(whole.ModelSpecification, whole.Shoot, standard)
            : sheets.GetOrCreate(whole.Check.Id, entry =>
            {
                entry.SetSize(1).SetSlidingExpiration(TimeSpan.FromMinutes(10));
                return CheckSheets.Compile(whole.ModelSpecification, whole.Shoot, standard);
            })!;
        List<Waiver> waivers = await decisions.WaiversForAsync(
            standard.Key,
            sheet.Model.Key,
            [whole.Check.UnitTag],
            CheckSheets.DayOf(whole.Check),
            cancel
        );
        return CheckSheets.WithWaivers(sheet, whole.Check, waivers, clock.GetUtcNow());
    }

    internal static JudgedCheck Judge(Sheet sheet, WholeCheck whole) =>
        JudgedCheck.Of(sheet, [.. CheckReadings.ToCore(sheet, whole.Readings)], whole.Clip?.Document?.ToFigures());

    /// <summary>A check judged: a signed one as it was signed, an open one by the rules of this build.</summary>
    internal async Task<JudgedCheck> JudgedAsync(WholeCheck whole, CancellationToken cancel) =>
        whole.Signed is { } signed
            ? signed.ToJudged(
                await StandardOfAsync(whole, cancel),
                ModelReader.ToModel(ModelStore.ReadSpecification(whole.ModelSpecification))
            )
            : Judge(await SheetOfAsync(whole, cancel), whole);

    internal async Task<CheckView> ViewAsync(WholeCheck whole, CancellationToken cancel)
    {
        JudgedCheck judged = await JudgedAsync(whole, cancel);
        Sheet sheet = judged.Sheet;
        StoredUnit? unit = await units.GetAsync(whole.Check.UnitTag, cancel);
        StoredCheck c = whole.Check;
        HashSet<string> planned = [.. whole.Shoot?.Notches.Select(n => n.Setting) ?? []];
        return new CheckView(
            c.Id,
            c.UnitTag,
            unit?.Tape ?? "",
            unit?.Place ?? "",
            sheet.Model.Key,
            sheet.Model.Name,
            c.StandardKey,
            sheet.Standard.Name,
            c.StandardVersion,
            c.StartedBy,
            c.StartedAt,
            c.SignedBy,
            c.SignedAt,
            c.Note,
            CheckViews.Of(judged.Summary, phrasing),
            [.. judged.Now.Zip(judged.Found, (v, f) => LineOf(judged, whole, unit?.Status, planned, v, f))],
            CheckViews.Of(judged.Consequences, phrasing),
            c.ShootName,
            CheckViews.Of(judged.FoundSummary, phrasing),
            whole.Readings.Any(r => r.Stage == CheckStage.Left),
            [.. whole.Photos.Select(CheckViews.Of)],
            [.. whole.Additions.Select(CheckViews.Of)],
            unit?.Status,
            c.SignedAt is null ? c.StandardState : null,
            c.SignedAt is null ? null : judged.RulesVersion,
            [.. judged.UnreadRequired.Select(s => SettingDefinition.Of(s).Name)],
            c.Version,
            c.ImportedBy,
            c.ImportedAt,
            whole.Clip?.Id
        );
    }

    /// <summary>What the last signed check of the same unit left as this one requires.</summary>
    internal async Task<LastCheckView> LastAsync(WholeCheck whole, WholeCheck? last, CancellationToken cancel)
    {
        if (last is null)
        {
            return new LastCheckView(null, null, null, false, []);
        }

        Sheet sheet = await SheetOfAsync(whole, cancel);
        CheckState left = AsLeft.Of(sheet, CheckReadings.ToCore(sheet, last.Readings));
        return new LastCheckView(
            last.Check.Id,
            last.Check.SignedAt,
            last.Check.SignedBy,
            last.Check.ImportedBy is not null,
            [.. CheckQuestions.AsBefore(sheet, left.Readings).Select(s => SettingDefinition.Of(s).Key)]
        );
    }

    /// <summary>Reads a text as it would be read in a stage of this check.</summary>
    /// <exception cref="QuantityException">Cannot be read.</exception>
    internal static Reading Read(Sheet sheet, WholeCheck whole, Setting setting, CheckStage stage, string? text)
    {
        IReadOnlyList<StampedReading> stamped = CheckReadings.ToCore(sheet, whole.Readings);
        return ReadingParser.Parse(
            setting,
            sheet,
            text,
            stage == CheckStage.Found ? AsLeft.Found(stamped) : AsLeft.Of(sheet, stamped).Readings
        );
    }

    /// <summary>The verdicts on a check as it stands now.</summary>
    internal async Task<ImmutableArray<Verdict>> VerdictsAsync(WholeCheck whole, CancellationToken cancel) =>
        (await JudgedAsync(whole, cancel)).Now;

    /// <summary>What a text would mean if it were recorded now.</summary>
    internal async Task<PreviewView> PreviewAsync(
        WholeCheck whole,
        Setting setting,
        CheckStage stage,
        string text,
        CancellationToken cancel
    )
    {
        Sheet sheet = await SheetOfAsync(whole, cancel);
        if (sheet.LineOf(setting) is not { } line)
        {
            return new PreviewView(false, NotRequired, null, null, null);
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
        ReadingView view = CheckViews.Of(line, reading, null, phrasing);
        return new PreviewView(
            true,
            Means(text, view.Label),
            view,
            CheckViews.Of(verdict, phrasing),
            CheckViews.Of(Core.Checks.Consequences.Of(sheet, verdicts, whole.Clip?.Document?.ToFigures()), phrasing)
        );
    }

    private async Task<Standard> StandardOfAsync(WholeCheck whole, CancellationToken cancel)
    {
        (string Key, int Version) id = (whole.Check.StandardKey, whole.Check.StandardVersion);

        // A version that was ever approved never changes, so it can stay in memory; there are few.
        if (sheets.TryGetValue(id, out Standard? standard) && standard is not null)
        {
            return standard;
        }

        StoredStandard stored = await standards.GetAsync(id.Key, id.Version, cancel)
            ?? throw new RefusedException(
                ProblemCode.StandardMissing,
                "",
                $"The standard {id.Key} version {id.Version} of this check is gone."
            );
        standard = StandardReader.ToStandard(stored.Document);
        if (stored.Head.State != StandardState.Draft)
        {
            sheets.Set(id, standard, new MemoryCacheEntryOptions { Size = 1 });
        }

        return standard;
    }

    private CheckLineView LineOf(
        JudgedCheck judged,
        WholeCheck whole,
        UnitStatus? status,
        HashSet<string> planned,
        Verdict verdict,
        Verdict found
    )
    {
        Setting setting = verdict.Line.Setting;
        StoredReading? asFound = whole.Readings.FirstOrDefault(r => r.Setting == setting && r.Stage == CheckStage.Found);
        StoredReading? asLeft = whole.Readings.FirstOrDefault(r => r.Setting == setting && r.Stage == CheckStage.Left);
        bool left = asLeft is { Kind: not ReadingKind.Unread };
        bool stale = judged.Stale.Contains(setting);

        // One stage at a time: where both are in question, as found is decided first.
        StoredReading[] rivals =
        [
            .. whole.Rivals.Where(r => r.Setting == setting).GroupBy(r => r.Stage).OrderBy(g => g.Key).FirstOrDefault()
                ?? Enumerable.Empty<StoredReading>(),
        ];
        ReadingView View(Reading reading, StoredReading? stored) => CheckViews.Of(verdict.Line, reading, stored, phrasing);
        ReadingView AsRead(StoredReading? stored) =>
            View(stored is null ? Reading.Unread.Instance : CheckReadings.ToCore(judged.Sheet, [stored])[0].Reading, stored);
        return new CheckLineView(
            SheetViewOf(judged, verdict),
            View(
                verdict.Reading,
                stale ? null
                    : left ? asLeft
                    : asFound
            ),
            CheckViews.Of(verdict, phrasing),
            (left || stale) && asFound is { Kind: not ReadingKind.Unread }
                ? new AsFoundView(View(found.Reading, asFound), CheckViews.Of(found, phrasing))
                : null,
            stale,
            CheckQuestions.Of(verdict.Line, status),
            Looks.Of(setting) is { } look ? new LookView(look.Key, look.Name) : null,
            planned.Contains(SettingDefinition.Of(setting).Key),
            [.. rivals.Select(AsRead)],
            rivals.Length == 0 ? null : AsRead(rivals[0].Stage == CheckStage.Left ? asLeft : asFound),
            asFound?.Version ?? 0,
            asLeft?.Version ?? 0
        );
    }

    private static string Means(string typed, string label) =>
        label.StartsWith(typed.Trim(), StringComparison.OrdinalIgnoreCase) && !label.Contains(',', StringComparison.Ordinal)
            ? ""
            : $"{typed.Trim()} is {label}";

    // The bit rates on the dial are those of the format that the camera really is at.
    private Sheets.SheetLineView SheetViewOf(JudgedCheck judged, Verdict verdict) =>
        verdict.Line.Setting is Setting.BitRate or Setting.Codec or Setting.Shutter
        && judged.Now.FirstOrDefault(v => v.Line.Setting == Setting.RecordFormat)?.Reading
            is Reading.Of { Value: SettingValue.Format format }
            ? Sheets.SheetViews.Of(verdict.Line with { Control = verdict.Line.Control with { Format = format } }, phrasing)
            : Sheets.SheetViews.Of(verdict.Line, phrasing);
}
