using System.Globalization;
using GoldNotch.Core.Cameras;
using GoldNotch.Core.Checks;
using GoldNotch.Core.Settings;
using GoldNotch.Core.Sheets;
using GoldNotch.Core.Sheets.Compiling;
using GoldNotch.Core.StandIns;
using GoldNotch.Core.Units;
using GoldNotch.Exchange;

namespace GoldNotch.SimulatedCameras;

/// <summary>A believable past: months of loans, each scrambled by its borrower and checked when it came back. The same seed tells the same past.</summary>
internal static class History
{
    private static readonly string[] Checkers = ["Ines Calloway", "Tobias Wren", "Mara Quill", "Devi Anand", "Joss Penhale", "Odile Sarn"];

    // Now and then something is left for later: the board has to have something to say.
    private const double LeftForLater = 0.08;

    /// <summary>Makes checks of every unit against standards that are in force.</summary>
    /// <param name="files">Specifications, standards and units; with checks, these are made again at their times.</param>
    /// <param name="seed">Where chance begins.</param>
    /// <param name="each">Checks of each unit.</param>
    internal static ExchangeDocument Of(IReadOnlyList<ExchangeDocument> files, int seed, int each)
    {
        var chance = new Random(seed);
        var models = files
            .SelectMany(f => f.Models ?? [])
            .GroupBy(m => m.Key)
            .ToDictionary(g => g.Key, g => ModelReader.ToModel(g.MaxBy(m => m.Version)!));
        Standard[] standards =
        [
            .. files.SelectMany(f => f.Standards ?? []).Where(s => s.State == "approved").Select(s => StandardReader.ToStandard(s)),
        ];
        List<CheckDocument> checks = [];
        var units = files.SelectMany(f => f.Units ?? []).ToDictionary(u => u.Tag);

        // A past that is there already keeps who was checked when, and by which standard: loans and practice stand beside it. Only what the sheets of
        // today make of it is read anew.
        CheckDocument[] before = [.. files.SelectMany(f => f.Checks ?? [])];
        foreach (CheckDocument check in before)
        {
            Standard standard = standards.First(s => s.Key == check.Standard);
            Sheet sheet = SheetCompiler.Compile(standard, models[units[check.Unit].Model]);
            checks.Add(Check(units[check.Unit], sheet, check.StartedAt, chance) with { Id = check.Id });
        }

        foreach (UnitDocument unit in units.Values.Where(_ => before.Length == 0))
        {
            Sheet[] sheets = [.. Suited(standards, models[unit.Model]).Take(3)];
            for (int i = 0; i < each; i++)
            {
                DateTimeOffset at = new DateTimeOffset(2026, 8, 10, 8, 0, 0, TimeSpan.Zero)
                    .AddDays(Math.Floor(i * 104.0 / each) + chance.Next(5))
                    .AddMinutes(chance.Next(540));
                checks.Add(Check(unit, sheets[chance.Next(sheets.Length)], at, chance));
            }
        }

        return ExchangeDocument.Empty with
        {
            Checks = [.. checks.OrderBy(c => c.StartedAt)],
        };
    }

    /// <summary>The sheets a model is lent with, the best suited first.</summary>
    internal static IEnumerable<Sheet> Suited(IEnumerable<Standard> standards, CameraModel model) =>
        standards.Select(s => SheetCompiler.Compile(s, model)).OrderBy(s => s.Count(Fit.NotPossible));

    private static CheckDocument Check(UnitDocument unit, Sheet sheet, DateTimeOffset at, Random chance)
    {
        var camera = new StandIn(unit.Tag, sheet.Model);
        SetUp(camera, sheet);
        Borrower.Scramble(camera, chance);
        string who = Checkers[chance.Next(Checkers.Length)];
        List<ReadingDocument> readings = [];
        Dictionary<Setting, Reading> found = [];
        foreach (SheetLine line in sheet.Lines.Where(l => !l.NothingToDo))
        {
            string? read = camera.Shown(line.Setting) is { } shown ? (shown.Automatic ? "auto" : shown.Shows) : line.Target?.Label;
            if (read is null || Parsed(line.Setting, sheet, read, found) is not { } reading)
            {
                continue;
            }

            found[line.Setting] = reading;
            readings.Add(new ReadingDocument(SettingDefinition.Of(line.Setting).Key, read, who, at.AddSeconds(4 * readings.Count)));
        }

        foreach (CorrectionStep step in Consequences.Of(sheet, CheckEvaluator.Evaluate(sheet, found)).Order)
        {
            if (
                sheet.LineOf(step.Setting)?.Target is { } target
                && chance.NextDouble() > LeftForLater
                && Parsed(step.Setting, sheet, target.Label, found) is { } now
            )
            {
                found[step.Setting] = now;
                readings.Add(
                    new ReadingDocument(
                        SettingDefinition.Of(step.Setting).Key,
                        target.Label,
                        who,
                        at.AddSeconds(4 * readings.Count),
                        "left"
                    )
                );
            }
        }

        DateTimeOffset signed = at.AddSeconds(4 * (readings.Count + 3));
        return new CheckDocument(Id(chance), unit.Tag, sheet.Standard.Key, sheet.Standard.Version, who, at, readings, who, signed);
    }

    // As it was handed out: every line that the camera can meet stands as the sheet says.
    internal static void SetUp(StandIn camera, Sheet sheet)
    {
        camera.SetClock();
        for (int pass = 0; pass < 2; pass++)
        {
            foreach (SheetLine line in sheet.Lines.Where(l => l.Target is not null && camera.Shown(l.Setting) is not null))
            {
                try
                {
                    camera.Set(line.Setting, line.Target!.Label);
                }
                catch (RefusedByCameraException)
                {
                    // What this camera cannot be set to stays where it is.
                }
            }
        }
    }

    private static Reading? Parsed(Setting setting, Sheet sheet, string read, Dictionary<Setting, Reading> before)
    {
        try
        {
            return ReadingParser.Parse(setting, sheet, read, before);
        }
        catch (QuantityException)
        {
            return null;
        }
    }

    private static Guid Id(Random chance)
    {
        byte[] bytes = new byte[16];
        chance.NextBytes(bytes);
        bytes[7] = (byte)((bytes[7] & 0x0f) | 0x40);
        bytes[8] = (byte)((bytes[8] & 0x3f) | 0x80);
        return new Guid(bytes);
    }

    internal static int Number(string text) => int.Parse(text, CultureInfo.InvariantCulture);
}
