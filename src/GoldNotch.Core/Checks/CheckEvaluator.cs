using System.Collections.Immutable;
using System.Globalization;
using GoldNotch.Core.Cameras;
using GoldNotch.Core.Colour;
using GoldNotch.Core.Sheets;
using GoldNotch.Core.Units;

namespace GoldNotch.Core.Checks;

/// <summary>Readings against a sheet: a verdict for every line, in the order of the sheet.</summary>
public static class CheckEvaluator
{
    private const string Rule = "CHECK-DISTANCE";

    /// <summary>Judges a check as it stands: what was made stale counts as unread, and says why.</summary>
    public static ImmutableArray<Verdict> Evaluate(Sheet sheet, CheckState state) =>
    [
        .. Evaluate(sheet, state.Readings).Select(v => v.Kind == VerdictKind.Unread && state.Stale.TryGetValue(v.Line.Setting, out StaleReading? stale)
            ? v with { Because = stale.Because }
            : v),
    ];

    /// <summary>Judges every line; what nobody read is unread.</summary>
    public static ImmutableArray<Verdict> Evaluate(Sheet sheet, IReadOnlyDictionary<Setting, Reading> readings)
    {
        var verdicts = ImmutableArray.CreateBuilder<Verdict>(sheet.Lines.Length);
        foreach (SheetLine line in sheet.Lines)
        {
            verdicts.Add(Waived(sheet, Judge(sheet, line, readings.GetValueOrDefault(line.Setting, Reading.Unread.Instance))));
        }

        return verdicts.MoveToImmutable();
    }

    // What is off stays told and keeps its consequences; it only no longer counts as something to put right.
    private static Verdict Waived(Sheet sheet, Verdict verdict) =>
        verdict.Kind is VerdictKind.Off or VerdictKind.Floating && sheet.Waived.FirstOrDefault(w => w.Setting == verdict.Line.Setting) is { } waiver
            ? verdict with
            {
                Kind = VerdictKind.WithinSlack,
                Because = Judgement.Of(
                    "WAIVED",
                    string.Create(CultureInfo.InvariantCulture, $"{verdict.Because.Sentence} Waived for {waiver.For} until {waiver.Until:d MMMM yyyy} by {waiver.Author}: {waiver.Reason}"),
                    verdict.Because.Figures),
            }
            : verdict;

    private static Verdict Judge(Sheet sheet, SheetLine line, Reading reading)
    {
        string name = SettingName.Of(line.Setting).Name;
        switch (reading)
        {
            case Reading.Unread when line.NothingToDo:
                return Verdict(VerdictKind.On, 0, line.Because.Sentence);
            case Reading.Unread:
                return Verdict(VerdictKind.Unread, 0, $"{name} has not been read.");
            case Reading.NotFitted:
                return Verdict(VerdictKind.NotFitted, 0, $"{name} is not fitted on this unit, says the person who looked. The card of {sheet.Model.Name} {(line.Dial.Detents.IsEmpty ? "says so too" : "lists one: mend the card or look again")}.");
            case Reading.Automatic when line.Target is SettingValue.Mode { Manual: false } or SettingValue.Choice { Word: "automatic" }:
                return Verdict(VerdictKind.On, 0, $"{name} is automatic, as the standard wants it here.");
            case Reading.Automatic:
                return Verdict(VerdictKind.Floating, 0, $"{name} is automatic: it moves with the scene, so no number holds. {line.Place?.ManualSign}".TrimEnd());
        }

        SettingValue seen = ((Reading.Of)reading).Value;
        if (line.Target is not { } target)
        {
            return line.Fit == Fit.Look
                ? Verdict(VerdictKind.On, 0, $"{name} stands at {seen.Label}; the sheet leaves it to the person at the camera.")
                : Verdict(VerdictKind.Off, 0, $"{name} stands at {seen.Label}; the sheet could not be met on this model: {line.Because.Sentence}");
        }

        // "Auto" as a mode is the same danger as an automatic value: it floats.
        if (Automatic(seen) && !Automatic(target))
        {
            return Verdict(VerdictKind.Floating, 0, $"{name} is automatic: it moves with the scene. {line.Place?.ManualSign}".TrimEnd());
        }

        (double distance, string told) = Compare(sheet, line, seen, target);
        var off = new Distance(distance, SettingName.Of(line.Setting).Unit);
        if (told.Length == 0)
        {
            return Verdict(VerdictKind.On, 0, $"{name} is at {seen.Label}, as the sheet says.");
        }

        bool within = off.Amount != 0 && off.Within(line.Notch.Slack);
        return new Verdict(line, reading, within ? VerdictKind.WithinSlack : VerdictKind.Off, off, Judgement.Of(
            Rule,
            $"{name} is at {seen.Label}; the sheet wants {target.Label}: {told}{(within ? ", within the slack of " + line.Notch.Slack.SlackLabel() : "")}.",
            Figure.Of("off by", off)));

        Verdict Verdict(VerdictKind kind, double amount, string sentence) =>
            new(line, reading, kind, new Distance(amount, SettingName.Of(line.Setting).Unit), Judgement.Of(Rule, sentence));
    }

    internal static bool Automatic(SettingValue value) => value is SettingValue.Mode { Manual: false } or SettingValue.Choice { Word: "automatic" };

    /// <summary>The signed distance from the target in the setting's unit, and how it is told; nothing told means it is on.</summary>
    private static (double Distance, string Told) Compare(Sheet sheet, SheetLine line, SettingValue seen, SettingValue target)
    {
        switch (seen, target)
        {
            case (SettingValue.Switch s, SettingValue.Switch t):
                return (0, s == t ? "" : "the camera overrides what is set below");
            case (SettingValue.Format s, SettingValue.Format t):
                return (0, FormatDifference(s, t));
            case (SettingValue.Bits s, SettingValue.Bits t):
                return Told(s.Rate.Megabits - t.Rate.Megabits, NaturalUnit.Megabits, 0.05, s.Rate > t.Rate ? "more card for the same minutes" : "less picture than asked");
            case (SettingValue.Speed s, SettingValue.Speed t):
                return Told(s.Time.LongerThan(t.Time).Value, NaturalUnit.Stops, 0.01, s.Time.Seconds > t.Time.Seconds ? "longer" : "shorter");
            case (SettingValue.GainAt s, SettingValue.GainAt t):
                Decibels more = s.Gain - t.Gain;
                return Told(more.Value, NaturalUnit.Decibels, 0.05, more.ToStops().LabelWithUnit());
            case (SettingValue.Filter s, SettingValue.Filter t):
                Stops lighter = t.Position.Loss - s.Position.Loss;
                return Told(lighter.Value, NaturalUnit.Stops, 0.01, lighter.Value > 0 ? "less filter, brighter" : "more filter, darker");
            case (SettingValue.Mode s, SettingValue.Mode t):
                return (0, s == t ? "" : "nobody moves it as the standard means");
            case (SettingValue.Opening s, SettingValue.Opening t):
                Stops open = s.Number.OpennessFrom(t.Number);
                return Told(open.Value, NaturalUnit.Stops, 0.05, open.Value > 0 ? "too open: close it" : "too far closed: open it");
            case (SettingValue.WhiteMemory s, SettingValue.WhiteMemory t) when s.Name == t.Name:
                // The memory is the right one; a shown number far from the light says that it holds another place.
                return s.Shows is { } shown && WhiteBalance.Grade(WhiteBalance.Cast(sheet.Standard.Light.Temperature, shown)) == CastGrade.Fault
                    ? Cast(sheet, shown, "the memory holds another light: balance on the card again")
                    : (0, "");
            case (SettingValue.WhiteMemory s, _):
                return s.Shows is { } number
                    ? Cast(sheet, number, "from the wrong memory")
                    : (0, $"memory {s.Name} holds a card nobody here has seen");
            case (SettingValue.WhiteNumber s, SettingValue.WhiteMemory):
                return Cast(sheet, s.Temperature, "a preset, not balanced on the card");
            case (SettingValue.WhiteNumber s, SettingValue.WhiteNumber t):
                return Told(WhiteBalance.Cast(t.Temperature, s.Temperature).Value, NaturalUnit.Mired, 0.05, "");
            case (SettingValue.Choice s, SettingValue.Choice t):
                return (0, s.Word.Equals(t.Word, StringComparison.OrdinalIgnoreCase) ? "" : $"{t.Word} is wanted");
            case (SettingValue.Act s, SettingValue.Act t):
                return (0, s == t ? "" : "do it now");
            case (SettingValue.Amount s, SettingValue.Amount t):
                return NumberDifference(line, s, t);
            default:
                return (0, "another kind of value");
        }
    }

    // A number that is good on one side is never wrong on the other: more minutes than enough are enough.
    private static (double Distance, string Told) NumberDifference(SheetLine line, SettingValue.Amount seen, SettingValue.Amount target)
    {
        double more = seen.Value - target.Value;
        bool good = line.Notch.Wish switch
        {
            Wish.Enough or Wish.Amount { Bound: Bound.AtLeast } => more >= -Guard.Edge,
            Wish.Amount { Bound: Bound.AtMost } => more <= Guard.Edge,
            _ => false,
        };
        return good ? (0, "") : Told(more, target.Unit, 0.05, more > 0 ? "too high" : line.Notch.Wish is Wish.Enough ? "not enough" : "too low");
    }

    private static (double Distance, string Told) Cast(Sheet sheet, Kelvin set, string note)
    {
        MiredShift cast = WhiteBalance.Cast(sheet.Standard.Light.Temperature, set);
        return (cast.Value, $"{cast.Label()} under {sheet.Standard.Light.Temperature.Label()} light, {note}");
    }

    private static (double Distance, string Told) Told(double distance, NaturalUnit unit, double same, string note) =>
        Math.Abs(distance) <= same
            ? (0, "")
            : (distance, new Distance(distance, unit).Label() + (note.Length == 0 ? "" : ", " + note));

    private static string FormatDifference(SettingValue.Format seen, SettingValue.Format target)
    {
        List<string> parts = [];
        if (seen.Size != target.Size)
        {
            parts.Add($"{seen.Size.Label()} instead of {target.Size.Label()}");
        }

        if (seen.Rate.Scan != target.Rate.Scan)
        {
            parts.Add($"{seen.Rate.Scan.ToString().ToLowerInvariant()} instead of {target.Rate.Scan.ToString().ToLowerInvariant()}");
        }

        if (seen.Rate.Frames != target.Rate.Frames)
        {
            parts.Add($"{seen.Rate.Label()} instead of {target.Rate.Label()}");
        }

        return string.Join(", ", parts);
    }
}
