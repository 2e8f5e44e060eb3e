using GoldNotch.Core.Cameras;
using GoldNotch.Core.Colour;
using GoldNotch.Core.Judgements;
using GoldNotch.Core.Settings;
using GoldNotch.Core.Sheets;
using GoldNotch.Core.Units;

namespace GoldNotch.Core.Checks;

/// <summary>How far a value is from its target, and what that means for the picture.</summary>
/// <param name="Off">The distance, in the setting's unit; zero where the two have no distance.</param>
/// <param name="Because">What it means.</param>
internal sealed record Difference(Distance Off, Judgement Because);

/// <summary>Compares values of one setting.</summary>
internal static class Differences
{
    private const string RuleId = "DIFFERENCE";

    // A dial in degrees shows a tenth.
    private const double SameAngle = 0.05;

    private static readonly Template Overrides = new(RuleId, "overrides", "the camera overrides what is set below");
    private static readonly Template Resolution = new(RuleId, "resolution", "{seen} instead of {target}");
    private static readonly Template Scanning = new(RuleId, "scan", "{seen} instead of {target}");
    private static readonly Template Rate = new(RuleId, "rate", "{seen} instead of {target}");
    private static readonly Template FormatParts = new(RuleId, "format", "{parts:commas}");
    private static readonly Template MoreBits = new(RuleId, "more-bits", "{off:size} more, which needs more card for the same minutes");
    private static readonly Template FewerBits = new(RuleId, "fewer-bits", "{off:size} less than required");
    private static readonly Template Shutter = new(RuleId, "shutter", "{off:size} {off?longer|shorter}");
    private static readonly Template Gain = new(RuleId, "gain", "{off}, {light:size} {light?brighter|darker}");
    private static readonly Template Filter = new(RuleId, "filter", "{off:size} {off?less filter, brighter|more filter, darker}");
    private static readonly Template Control = new(RuleId, "control", "it is not controlled as the standard requires");
    private static readonly Template Iris = new(RuleId, "iris", "{off:size} {off?too open: close it|too far closed: open it}");
    private static readonly Template OtherLight = new(
        RuleId,
        "other-light",
        "{off} under {light} light. The memory holds another light: balance again on the grey card"
    );
    private static readonly Template WrongMemory = new(RuleId, "wrong-memory", "{off} under {light} light, from the wrong memory");
    private static readonly Template UnknownMemory = new(RuleId, "unknown-memory", "what memory {memory} holds is not known");
    private static readonly Template NotOnCard = new(
        RuleId,
        "not-on-card",
        "{off} under {light} light: a preset, not a balance on the grey card"
    );
    private static readonly Template WhiteBalanceOff = new(RuleId, "white-balance", "{off}");
    private static readonly Template Position = new(RuleId, "position", "set {target}");
    private static readonly Template NotDone = new(RuleId, "not-done", "do it now");
    private static readonly Template Level = new(RuleId, "level", "{off:size} {off?too high|too low}");
    private static readonly Template NotEnough = new(RuleId, "not-enough", "{off:size} too little");
    private static readonly Template OtherKind = new(RuleId, "other-kind", "it is another kind of value");

    /// <summary>The difference between what is seen and the target; null where there is none that counts.</summary>
    internal static Difference? Of(Sheet sheet, SheetLine line, SettingValue seen, SettingValue target)
    {
        Setting setting = line.Setting;
        switch (seen, target)
        {
            case (SettingValue.Switch s, SettingValue.Switch t):
                return s == t ? null : None(Overrides.Of(setting));
            case (SettingValue.Format s, SettingValue.Format t):
                return s == t
                    ? null
                    : None(FormatParts.Of(setting, ("parts", new FigureValue.List([.. FormatDifferences(setting, s, t)]))));
            case (SettingValue.Bits s, SettingValue.Bits t):
                return By(s.Rate.Megabits - t.Rate.Megabits, NaturalUnit.Megabits, 0.05, off =>
                    (s.Rate > t.Rate ? MoreBits : FewerBits).Of(setting, ("off", off))
                );
            case (SettingValue.Speed { Angle: { } s }, SettingValue.Speed { Angle: { } t })
                when Math.Abs(s.Degrees - t.Degrees) < SameAngle:
                // At another rate the same angle is another time; it becomes right with the format, and is no fault of its own.
                return null;
            case (SettingValue.Speed s, SettingValue.Speed t):
                return By(s.Time.LongerThan(t.Time).Value, NaturalUnit.Stops, 0.01, off => Shutter.Of(setting, ("off", off)));
            case (SettingValue.GainAt s, SettingValue.GainAt t):
                Decibels more = s.Gain - t.Gain;
                return By(more.Value, NaturalUnit.Decibels, 0.05, off => Gain.Of(setting, ("off", off), ("light", more.ToStops())));
            case (SettingValue.Filter s, SettingValue.Filter t):
                return By((t.Position.Loss - s.Position.Loss).Value, NaturalUnit.Stops, 0.01, off => Filter.Of(setting, ("off", off)));
            case (SettingValue.Mode s, SettingValue.Mode t):
                return s == t ? null : None(Control.Of(setting));
            case (SettingValue.Iris s, SettingValue.Iris t):
                return By(s.Number.OpennessFrom(t.Number).Value, NaturalUnit.Stops, 0.05, off => Iris.Of(setting, ("off", off)));
            case (SettingValue.WhiteMemory s, SettingValue.WhiteMemory t) when s.Name == t.Name:
                // The memory is the right one; a shown number far from the light shows that it holds another place.
                return
                    s.Shows is { } shown
                    && WhiteBalance.Grade(WhiteBalance.Cast(sheet.Standard.Light.Temperature, shown)) == CastGrade.Fault
                    ? Cast(sheet, setting, shown, OtherLight)
                    : null;
            case (SettingValue.WhiteMemory s, _):
                return s.Shows is { } number
                    ? Cast(sheet, setting, number, WrongMemory)
                    : None(UnknownMemory.Of(setting, ("memory", s.Name)));
            case (SettingValue.WhiteNumber s, SettingValue.WhiteMemory):
                return Cast(sheet, setting, s.Temperature, NotOnCard);
            case (SettingValue.WhiteNumber s, SettingValue.WhiteNumber t):
                return By(WhiteBalance.Cast(t.Temperature, s.Temperature).Value, NaturalUnit.Mired, 0.05, off =>
                    WhiteBalanceOff.Of(setting, ("off", off))
                );
            case (SettingValue.Choice s, SettingValue.Choice t):
                return s.Word.Equals(t.Word, StringComparison.OrdinalIgnoreCase) ? null : None(Position.Of(setting, ("target", t)));
            case (SettingValue.Task s, SettingValue.Task t):
                return s == t ? null : None(NotDone.Of(setting));
            case (SettingValue.Amount s, SettingValue.Amount t):
                return OfAmounts(line, s, t);
            default:
                return None(OtherKind.Of(setting));
        }
    }

    // A number that is good on one side is never wrong on the other: more minutes than enough are enough.
    private static Difference? OfAmounts(SheetLine line, SettingValue.Amount seen, SettingValue.Amount target)
    {
        double more = seen.Value - target.Value;
        bool good = line.Notch.Requirement switch
        {
            Requirement.Enough or Requirement.Amount { Bound: Bound.AtLeast } => more >= -Guard.Edge,
            Requirement.Amount { Bound: Bound.AtMost } => more <= Guard.Edge,
            _ => false,
        };
        bool tooLittle = more < 0 && line.Notch.Requirement is Requirement.Enough;
        return good ? null : By(more, target.Unit, 0.05, off => (tooLittle ? NotEnough : Level).Of(line.Setting, ("off", off)));
    }

    private static Difference Cast(Sheet sheet, Setting setting, Kelvin set, Template template)
    {
        MiredShift cast = WhiteBalance.Cast(sheet.Standard.Light.Temperature, set);
        return new Difference(
            new Distance(cast.Value, NaturalUnit.Mired),
            template.Of(setting, ("off", cast), ("light", sheet.Standard.Light.Temperature))
        );
    }

    private static IEnumerable<FigureValue> FormatDifferences(Setting setting, SettingValue.Format seen, SettingValue.Format target)
    {
        if (seen.Size != target.Size)
        {
            yield return Resolution.Of(setting, ("seen", seen.Size), ("target", target.Size));
        }

        if (seen.Rate.Scan != target.Rate.Scan)
        {
            yield return Scanning.Of(
                setting,
                ("seen", seen.Rate.Scan.ToString().ToLowerInvariant()),
                ("target", target.Rate.Scan.ToString().ToLowerInvariant())
            );
        }

        if (seen.Rate.Frames != target.Rate.Frames)
        {
            yield return Rate.Of(setting, ("seen", seen.Rate), ("target", target.Rate));
        }
    }

    private static Difference None(Judgement because) => new(new Distance(0, SettingDefinition.Of(because.Setting!.Value).Unit), because);

    private static Difference? By(double distance, NaturalUnit unit, double same, Func<Distance, Judgement> because) =>
        Math.Abs(distance) <= same ? null : new Difference(new Distance(distance, unit), because(new Distance(distance, unit)));
}
