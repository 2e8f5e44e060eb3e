using System.Collections.Immutable;
using GoldNotch.Core.Cameras;
using GoldNotch.Core.Judgements;
using GoldNotch.Core.Settings;
using GoldNotch.Core.Settings.Definitions;
using GoldNotch.Core.Sheets;
using GoldNotch.Core.Units;

namespace GoldNotch.Core.Checks;

/// <summary>A check as the consequences ask about it: what stands where, and what floats.</summary>
internal sealed class Findings
{
    private readonly Dictionary<Setting, Verdict> _verdicts = [];

    internal Findings(Sheet sheet, ImmutableArray<Verdict> verdicts)
    {
        Sheet = sheet;
        foreach (Verdict verdict in verdicts)
        {
            _verdicts[verdict.Line.Setting] = verdict;
        }

        FullAuto = Value(Setting.FullAuto) is SettingValue.Switch { On: true };
        FullAutoRequired = sheet.Target<SettingValue.Switch>(Setting.FullAuto) is { On: true };
    }

    internal Sheet Sheet { get; }

    /// <summary>Full auto overrides every manual setting, whatever its own switch says.</summary>
    internal bool FullAuto { get; }

    /// <summary>Whether the sheet wants it so.</summary>
    private bool FullAutoRequired { get; }

    internal IEnumerable<Verdict> Verdicts => Sheet.Lines.Select(l => _verdicts[l.Setting]);

    /// <summary>The verdicts on some settings, where the sheet asks for them.</summary>
    internal IEnumerable<Verdict> VerdictsOf(Setting[] settings) => settings.Where(_verdicts.ContainsKey).Select(s => _verdicts[s]);

    /// <summary>The format read, or else the sheet's.</summary>
    internal SettingValue.Format? Format =>
        Value(Setting.RecordFormat) as SettingValue.Format ?? Sheet.Target<SettingValue.Format>(Setting.RecordFormat);

    internal SettingValue? Value(Setting setting) => _verdicts.GetValueOrDefault(setting)?.Reading is Reading.Of of ? of.Value : null;

    /// <summary>Whether a setting is on automatic and the sheet wants it so: a stated exception, which is told and not put right. The value of an iris
    /// belongs to whoever moves it.</summary>
    internal bool IsAutomaticAsRequired(Setting setting) =>
        (FullAuto && FullAutoRequired && FullAutoSetting.Decides.Contains(setting))
        || !FullAuto
            && !IsManualInstead(setting)
            && (
                setting == Setting.Iris && WantsAutomatic(Setting.IrisControl)
                || (WantsAutomatic(setting) && _verdicts[setting] is { Kind: VerdictKind.OnTarget, Reading: not Reading.Unread })
            );

    /// <summary>Whether a setting was read as set by hand where the sheet wants the camera to decide: nobody follows what changes then.</summary>
    internal bool IsManualInstead(Setting setting) =>
        setting == Setting.Iris && WantsAutomatic(Setting.IrisControl)
            ? IsManualInstead(Setting.IrisControl)
            : WantsAutomatic(setting)
                && Value(setting) is { FollowsTheScene: false }
                && (
                    _verdicts[setting].Kind is VerdictKind.OffTarget or VerdictKind.WithinTolerance
                    || Value(Setting.FullAuto) is SettingValue.Switch { On: false }
                        && FullAutoRequired
                        && FullAutoSetting.Decides.Contains(setting)
                );

    /// <summary>An amount that somebody read as a number; null where nobody did, and where a line was only confirmed: its amount is then what the sheet
    /// asks for, and not what is there.</summary>
    internal SettingValue.Amount? NumberRead(Setting setting) =>
        Value(setting) is SettingValue.Amount read && !IsConfirmed(setting) ? read : null;

    /// <summary>Whether an amount was confirmed as enough, and not read.</summary>
    internal bool IsConfirmed(Setting setting) => Value(setting) is SettingValue.Amount read && Sheet.IsConfirmation(setting, read.Value);

    /// <summary>Whether what is recorded is raw: the format is, and no codec read or required says otherwise.</summary>
    internal bool IsRaw =>
        Sheet.Model.FormatOf(Format) is { Raw: true } format
        && (
            ((Value(Setting.Codec) as SettingValue.Choice)?.Word ?? Sheet.Word(Setting.Codec)) is not { } codec
                ? format.Codecs.All(c => c.StartsWith("raw", StringComparison.OrdinalIgnoreCase))
                : codec.StartsWith("raw", StringComparison.OrdinalIgnoreCase)
        );

    /// <summary>Whether what is recorded is known to be compressed: a codec was read that is not raw, or the format has no raw one.</summary>
    internal bool IsCompressed =>
        Value(Setting.Codec) is SettingValue.Choice codec
            ? !codec.Word.StartsWith("raw", StringComparison.OrdinalIgnoreCase)
            : Sheet.Model.FormatOf(Format) is { Raw: false } format
                && !format.Codecs.Any(c => c.StartsWith("raw", StringComparison.OrdinalIgnoreCase));

    /// <summary>The curve that is recorded at its base whatever gain is shown, as read, or else the sheet's; null where the curve takes gain.</summary>
    internal string? CurveAtBase =>
        ((Value(Setting.Profile) as SettingValue.Choice)?.Word ?? Sheet.Word(Setting.Profile)) is { } profile
        && Sheet.Model.Gain.FixedToBase.Contains(profile)
            ? profile
            : null;

    private bool WantsAutomatic(Setting setting) => Sheet.LineOf(setting)?.Target is { FollowsTheScene: true };

    internal bool IsAutomatic(Setting setting) =>
        !IsAutomaticAsRequired(setting)
        && (
            _verdicts.GetValueOrDefault(setting)?.Kind == VerdictKind.Automatic
            || (setting == Setting.Iris && _verdicts.GetValueOrDefault(Setting.IrisControl)?.Kind == VerdictKind.Automatic)
            || (FullAuto && Sheet.Model.HasAutomatic(setting))
        );
}

/// <summary>The exposure against the sheet, a term for each setting that lets light through or amplifies it.</summary>
internal static class ExposureTerms
{
    internal static IEnumerable<ExposureTerm> Of(Findings found)
    {
        // The shift moves what an automatic aims at; by hand it does nothing.
        ExposureTerm[] terms = [.. OfControls(found)];
        return
            terms.Any(t => t.Source == TermSource.Automatic)
            && found.Value(Setting.AutoExposureShift) is SettingValue.Amount { Value: not 0 } shift
            ? terms.Append(new ExposureTerm(Setting.AutoExposureShift, new Stops(shift.Value), TermSource.Read))
            : terms;
    }

    private static IEnumerable<ExposureTerm> OfControls(Findings found)
    {
        foreach (SheetLine line in found.Sheet.Lines)
        {
            Setting setting = line.Setting;
            var definition = SettingDefinition.Of(setting);
            if (!definition.ExposesOn(found.Sheet.Model) || line.Target is not { } target)
            {
                continue;
            }

            yield return found.IsAutomatic(setting) || found.IsAutomaticAsRequired(setting)
                ? new ExposureTerm(setting, Stops.Zero, TermSource.Automatic)
            : setting == Setting.Gain && found.CurveAtBase is not null && found.Value(setting) is not null
                // Monitoring only: what is recorded stays at base.
                ? new ExposureTerm(setting, Stops.Zero, TermSource.Read)
            : found.Value(setting) is { } seen
                ? new ExposureTerm(setting, definition.Brighter(seen, target, found.Sheet.Model), TermSource.Read)
            : new ExposureTerm(setting, Stops.Zero, TermSource.Assumed);
        }
    }
}

/// <summary>Two settings whose errors cancel in the picture.</summary>
internal static class HiddenPairs
{
    private const string RuleId = "TWO-WRONGS";

    // Under a third of a stop a setting is not wrong enough to hide anything; over half a stop left, nothing is hidden.
    private const double Wrong = 1.0 / 3;
    private const double StillLooksRight = 0.5;

    private static readonly Template LooksRight = new(
        RuleId,
        "looks-right",
        "{brighter} {brightervalue} ({up}) and {darker} {darkervalue} ({down}) cancel: {left} left over, and the picture looks right."
    );
    private static readonly Template LooksLessWrong = new(
        RuleId,
        "looks-less-wrong",
        "{brighter} {brightervalue} ({up}) and {darker} {darkervalue} ({down}) partly cancel: {left} left over, and the picture looks less wrong than the camera is."
    );
    private static readonly Template NoiseStays = new(RuleId, "noise-stays", "The noise remains.");
    private static readonly Template MotionStays = new(RuleId, "motion-stays", "Movement looks different.");
    private static readonly Template DepthStays = new(RuleId, "depth-stays", "The depth of field is different.");
    private static readonly Template BothStay = new(RuleId, "both-stay", "Both are off target.");

    internal static ImmutableArray<HiddenPair> In(ImmutableArray<ExposureTerm> terms, Findings found)
    {
        var pairs = ImmutableArray.CreateBuilder<HiddenPair>();
        foreach (ExposureTerm up in terms.Where(t => t.Change.Value >= Wrong - Guard.Edge))
        {
            foreach (ExposureTerm down in terms.Where(t => t.Change.Value <= -Wrong + Guard.Edge))
            {
                Stops left = up.Change + down.Change;
                bool right = Math.Abs(left.Value) <= StillLooksRight + Guard.Edge;
                bool known = (up.Setting, down.Setting) is (Setting.Gain, Setting.NeutralDensity) or (Setting.Shutter, Setting.Iris);
                if (right || known)
                {
                    pairs.Add(new HiddenPair(up, down, left, Explain(up, down, left, right, found)));
                }
            }
        }

        return pairs.ToImmutable();
    }

    private static Judgement Explain(ExposureTerm up, ExposureTerm down, Stops left, bool right, Findings found)
    {
        Template price = (up.Setting, down.Setting) switch
        {
            (Setting.Gain, _) => NoiseStays,
            (Setting.Shutter, _) => MotionStays,
            (Setting.NeutralDensity, Setting.Iris) => DepthStays,
            _ => BothStay,
        };
        return (right ? LooksRight : LooksLessWrong)
            .Of(
                up.Setting,
                ("brighter", up.Setting),
                ("brightervalue", found.Value(up.Setting)!),
                ("up", up.Change),
                ("darker", down.Setting),
                ("darkervalue", found.Value(down.Setting)!),
                ("down", down.Change),
                ("left", left)
            )
            .And(price.Of(up.Setting));
    }
}
