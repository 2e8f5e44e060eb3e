using System.Collections.Immutable;
using GoldNotch.Core.Cameras;
using GoldNotch.Core.Sheets.SheetRules;
using GoldNotch.Core.Units;

namespace GoldNotch.Core.Sheets;

/// <summary>Translates a standard for a model: standard × model → sheet, each line exact, a compromise with its size, or not possible.</summary>
public static class SheetCompiler
{
    private static readonly ImmutableArray<SheetRule> Rules =
    [
        new FullAutoRule(),
        new RecordFormatRule(),
        new BitRateRule(),
        new ShutterRule(),
        new GainRule(),
        new NeutralDensityRule(),
        new ModeRule(Setting.IrisMode, m => m.Iris),
        new IrisOpeningRule(),
        new WhiteBalanceRule(),
        new ModeRule(Setting.FocusMode, m => m.Focus),
    ];

    /// <summary>Makes the sheet. Lines follow the order of the work, because later settings depend on earlier ones.</summary>
    public static Sheet Compile(Standard standard, CameraModel model)
    {
        var draft = new SheetDraft(standard, model);
        foreach (Notch notch in standard.Notches)
        {
            draft.Add(Rules[(int)notch.Setting].Translate(notch, draft));
        }

        return draft.Finish();
    }
}

/// <summary>A sheet being written: what the rules before have already decided.</summary>
internal sealed class SheetDraft(Standard standard, CameraModel model)
{
    private readonly ImmutableArray<SheetLine>.Builder _lines = ImmutableArray.CreateBuilder<SheetLine>();

    internal Standard Standard => standard;

    internal CameraModel Model => model;

    /// <summary>What the lines so far do to the picture; positive is brighter than meant.</summary>
    internal Stops LightSoFar => _lines.Aggregate(Stops.Zero, (sum, line) => sum + line.Light);

    /// <summary>The record format decided, or else the one of the model that comes first.</summary>
    internal SettingValue.Format? Format => _lines.FirstOrDefault(l => l.Setting == Setting.RecordFormat)?.Target as SettingValue.Format;

    internal void Add(SheetLine line) => _lines.Add(line);

    internal Sheet Finish() => new(standard, model, _lines.ToImmutable());
}
