using System.Collections.Immutable;
using GoldNotch.Core.Cameras;
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
    }

    internal Sheet Sheet { get; }

    /// <summary>Full auto overrides every manual setting, whatever its own switch says.</summary>
    internal bool FullAuto { get; }

    internal IEnumerable<Verdict> Verdicts => Sheet.Lines.Select(l => _verdicts[l.Setting]);

    /// <summary>The verdicts on some settings, where the sheet asks for them.</summary>
    internal IEnumerable<Verdict> VerdictsOf(Setting[] settings) => settings.Where(_verdicts.ContainsKey).Select(s => _verdicts[s]);

    /// <summary>The format read, or else the sheet's.</summary>
    internal SettingValue.Format? Format =>
        Value(Setting.RecordFormat) as SettingValue.Format ?? Sheet.Target<SettingValue.Format>(Setting.RecordFormat);

    internal SettingValue? Value(Setting setting) =>
        _verdicts.GetValueOrDefault(setting)?.Reading is Reading.Of of ? of.Value : null;

    internal bool Floats(Setting setting) =>
        _verdicts.GetValueOrDefault(setting)?.Kind == VerdictKind.Floating
        || (setting == Setting.IrisOpening && _verdicts.GetValueOrDefault(Setting.IrisMode)?.Kind == VerdictKind.Floating)
        || (FullAuto && Sheet.Model.CanFloat(setting));
}

/// <summary>The exposure against the sheet, a term for each setting that lets light through or amplifies it.</summary>
internal static class ExposureTerms
{
    private static readonly Setting[] Lit = [Setting.Shutter, Setting.Gain, Setting.NeutralDensity, Setting.IrisOpening];

    internal static IEnumerable<ExposureTerm> Of(Findings found)
    {
        foreach (Setting setting in Lit)
        {
            if (found.Sheet.LineOf(setting) is not { Target: { } target })
            {
                continue;
            }

            yield return found.Floats(setting) ? new ExposureTerm(setting, Stops.Zero, TermSource.Floating)
                : found.Value(setting) is { } seen ? new ExposureTerm(setting, Brighter(seen, target), TermSource.Read)
                : new ExposureTerm(setting, Stops.Zero, TermSource.Assumed);
        }
    }

    private static Stops Brighter(SettingValue seen, SettingValue target) => (seen, target) switch
    {
        (SettingValue.Speed s, SettingValue.Speed t) => s.Time.LongerThan(t.Time),
        (SettingValue.GainAt s, SettingValue.GainAt t) => (s.Gain - t.Gain).ToStops(),
        (SettingValue.Filter s, SettingValue.Filter t) => t.Position.Loss - s.Position.Loss,
        (SettingValue.Opening s, SettingValue.Opening t) => s.Number.OpennessFrom(t.Number),
        _ => Stops.Zero,
    };
}

/// <summary>TWO-WRONGS: two settings off in opposite directions, so that the picture looks less wrong than the camera is.</summary>
internal static class HiddenPairs
{
    private const string Rule = "TWO-WRONGS";

    // Under a third of a stop a setting is not wrong enough to hide anything; over half a stop left, nothing is hidden.
    private const double Wrong = 1.0 / 3;
    private const double StillLooksRight = 0.5;

    internal static ImmutableArray<HiddenPair> In(ImmutableArray<ExposureTerm> terms, Findings found)
    {
        var pairs = ImmutableArray.CreateBuilder<HiddenPair>();
        foreach (ExposureTerm up in terms.Where(t => t.Change.Value >= Wrong - Guard.Edge))
        {
            foreach (ExposureTerm down in terms.Where(t => t.Change.Value <= -Wrong + Guard.Edge))
            {
                Stops left = up.Change + down.Change;
                bool right = Math.Abs(left.Value) <= StillLooksRight + Guard.Edge;
                bool known = (up.Setting, down.Setting) is (Setting.Gain, Setting.NeutralDensity) or (Setting.Shutter, Setting.IrisOpening);
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
        string looks = right ? "the picture looks right" : "the picture looks less wrong than the camera is";
        string price = (up.Setting, down.Setting) switch
        {
            (Setting.Gain, _) => "the noise does not",
            (Setting.Shutter, _) => "movement does not",
            (Setting.NeutralDensity, Setting.IrisOpening) => "the depth of field does not",
            _ => "the camera is not as the sheet says",
        };
        return Judgement.Of(
            Rule,
            $"{Told(up, found)} and {Told(down, found)}: together {new Distance(left.Value, NaturalUnit.Stops).Label()}. {char.ToUpperInvariant(looks[0])}{looks[1..]}, {price}.",
            Figure.InStops(SettingName.Of(up.Setting).Name, up.Change),
            Figure.InStops(SettingName.Of(down.Setting).Name, down.Change),
            Figure.Of("left", new Distance(left.Value, NaturalUnit.Stops)));
    }

    private static string Told(ExposureTerm term, Findings found) =>
        $"{SettingName.Of(term.Setting).Name} {found.Value(term.Setting)?.Label} ({term.Change.InHundredths(withPlus: true)})";
}
