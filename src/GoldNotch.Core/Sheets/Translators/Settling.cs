using GoldNotch.Core.Cameras;
using GoldNotch.Core.Exposure;
using GoldNotch.Core.Units;

namespace GoldNotch.Core.Sheets.Translators;

/// <summary>FORCED-BY: a value decided before brings another with it on this model.</summary>
internal static class Forced
{
    private const string Id = "FORCED-BY";

    internal static SheetLine By(SheetDraft draft, SheetLine line)
    {
        foreach (Dependency rule in draft.Model.Dependencies)
        {
            if (rule.Then != line.Setting || draft.LineOf(rule.When)?.Target is not { } cause || !Says(cause, rule.Is))
            {
                continue;
            }

            if (line.Target is { } target && Says(target, rule.Becomes))
            {
                continue;
            }

            SettingValue? becomes = ShownValue.TryOf(line.Setting, draft.Control, rule.Becomes);
            string sentence = $"{SettingName.Of(rule.When).Name} {cause.Label} forces {rule.Becomes} here: {rule.Because}";
            return becomes is null
                ? line with { Fit = Fit.Look, Because = Judgement.Of(Id, sentence) }
                : line with { Fit = Fit.Compromise, Target = becomes, Because = Judgement.Of(Id, sentence) };
        }

        return line;
    }

    internal static bool Says(SettingValue value, string text) =>
        Same(value.Label, text) || (value is SettingValue.Choice choice && (Same(choice.Word, text) || Same(choice.Shown, text)));

    private static bool Same(string label, string text) => string.Equals(Notation.Tidy(label), Notation.Tidy(text), StringComparison.OrdinalIgnoreCase);
}

/// <summary>Marks what a factory reset leaves at a line: a sheet begins from the model's own reset state.</summary>
internal static class ResetStates
{
    private const string Id = "RESET-BRINGS";

    internal static SheetLine Marked(SheetLine line, SheetDraft draft)
    {
        if (draft.Model.Reset?.States.GetValueOrDefault(line.Setting) is not { } state)
        {
            return line;
        }

        SettingValue? stands = ShownValue.TryOf(line.Setting, draft.Control, state);
        bool right = line.Target is { } target && (Forced.Says(target, state) || (stands is not null && stands == target));
        return line with { AfterReset = state, ResetIsRight = right };
    }

    /// <summary>RESET-BRINGS: tells at the reset itself what has to change after it, now that every line below is settled. A reset is not a set-up.</summary>
    internal static void Told(SheetDraft draft)
    {
        if (draft.LineOf(Setting.FactoryReset) is not { Target: not null } reset || draft.Model.Reset is not { } behaviour)
        {
            return;
        }

        SheetLine[] wrong = [.. draft.Lines.Where(l => l.ResetIsRight == false && !l.NothingToDo)];
        string brings = behaviour.States.IsEmpty ? "Its card does not say what it leaves: look at every line."
            : wrong.Length == 0 ? "What its card says of it is right already."
            : $"It brings {Notation.Number(wrong.Length)} wrong settings of its own: {string.Join("; ", wrong.Select(Change))}.";
        draft.Replace(reset with
        {
            Because = Judgement.Of(Id, $"{reset.Because.Sentence} {brings}", new Figure("to change after it", wrong.Length, "settings", Notation.Number(wrong.Length))),
        });
    }

    private static string Change(SheetLine line) =>
        $"{SettingName.Of(line.Setting).Name.ToLowerInvariant()} {line.AfterReset}{(line.Target is { } target ? $" → {target.Label}" : "")}";
}

/// <summary>The record format and bit rate that the standard will decide: media come before them in the work, but depend on them.</summary>
internal static class FormatAhead
{
    private static readonly RecordFormatTranslator Formats = new();
    private static readonly BitRateTranslator Rates = new();

    internal static (RecordFormat? Format, BitRate? Rate) Of(SheetDraft draft)
    {
        var ahead = new SheetDraft(draft.Standard, draft.Model, draft.Circumstances);
        foreach (Notch notch in draft.Notches)
        {
            if (notch.Setting is Setting.RecordFormat or Setting.BitRate)
            {
                Translator translator = notch.Setting == Setting.RecordFormat ? Formats : Rates;
                ahead.Add(translator.Translate(notch, ahead));
            }
        }

        return (draft.Model.FormatOf(ahead.Format), ahead.Target<SettingValue.Bits>(Setting.BitRate)?.Rate);
    }
}

/// <summary>GAIN-LAST: where light, shutter, filter and iris leave the picture short, and the policy allows it, gain makes it good up to the cap of the model's card.</summary>
internal static class GainAsLastResort
{
    private const string Id = "GAIN-LAST";

    // A sixth of a stop short looks right on any monitor (bench rule).
    private const double Short = 1.0 / 6;

    internal static void Apply(SheetDraft draft)
    {
        if (draft.Model.Gain.Cap is not { } cap
            || draft.Policy(PolicyMatter.GainAllowed, "never")
            || draft.LineOf(Setting.IrisOpening) is not { Notch.Wish: Wish.AsMetered or Wish.Opening { TakesUpTheRest: true }, Target: SettingValue.Opening iris }
            || iris.Number != draft.Model.Lens.WidestAtShort
            || draft.LineOf(Setting.Gain) is not { Target: SettingValue.GainAt now } gain)
        {
            return;
        }

        // Where light and ISO are known the meter decides; else what the lines of the sheet took away.
        Stops missing = draft.Finish().Predicted is { } predicted ? -predicted.Error : -draft.LightSoFar;
        if (missing.Value <= Short + Guard.Edge)
        {
            return;
        }

        if (GainUpTo.Nearest(draft, now, missing, cap) is not { } enough)
        {
            return;
        }

        var target = new SettingValue.GainAt(enough.Gain, enough.Name);
        Decibels up = enough.Gain - now.Gain;
        Stops left = up.ToStops() - missing;
        string rest = left.Value < -Short ? $" {left.Magnitude.InHundredths()} still missing: the cap on this model's card is {cap.Label()}. Bring light." : "";
        draft.Replace(gain with
        {
            Fit = Fit.Compromise,
            Target = target,
            Size = new Distance(gain.Size.Amount + up.Value, NaturalUnit.Decibels),
            Light = gain.Light + up.ToStops(),
            Because = Judgement.Of(
                Id,
                $"Shutter, filter and the open iris leave the picture {missing.InHundredths()} dark. Gain is the last resort, allowed up to {cap.Label()} on this model: {target.Label}.{rest}",
                Figure.InStops("missing", missing),
                Figure.Of("gain added", new Distance(up.Value, NaturalUnit.Decibels))),
        });
    }
}

/// <summary>GAIN-WITHIN-NOISE: by the school that spends gain before depth of field, gain up to the cap makes good what shutter and filter took, and the iris only the rest.</summary>
internal static class GainWithinNoise
{
    private const string Id = "GAIN-WITHIN-NOISE";

    internal static void Apply(SheetDraft draft, Notch iris)
    {
        Stops missing = -draft.LightSoFar;
        if (!draft.Policy(PolicyMatter.GainAllowed, "noise-limit")
            || iris.Wish is not Wish.Opening { TakesUpTheRest: true }
            || draft.Model.Gain.Cap is not { } cap
            || missing.Value <= 1.0 / 6
            || draft.LineOf(Setting.Gain) is not { Target: SettingValue.GainAt now } gain
            || GainUpTo.Nearest(draft, now, missing, cap) is not { } enough)
        {
            return;
        }

        Decibels up = enough.Gain - now.Gain;
        var target = new SettingValue.GainAt(enough.Gain, enough.Name);
        draft.Replace(gain with
        {
            Fit = Fit.Compromise,
            Target = target,
            Size = new Distance(gain.Size.Amount + up.Value, NaturalUnit.Decibels),
            Light = gain.Light + up.ToStops(),
            Because = Judgement.Of(
                Id,
                $"Shutter and filter take {missing.InHundredths()}. By the policy gain makes that good before the iris opens, up to {cap.Label()} on this model: {target.Label}.",
                Figure.InStops("missing", missing),
                Figure.Of("gain added", new Distance(up.Value, NaturalUnit.Decibels))),
        });
    }
}

/// <summary>The gain above where it stands, up to a cap, that comes nearest to making good what is missing.</summary>
internal static class GainUpTo
{
    internal static GainPosition? Nearest(SheetDraft draft, SettingValue.GainAt now, Stops missing, Decibels cap)
    {
        Decibels wanted = now.Gain + missing.ToDecibels();
        GainPosition? nearest = null;
        foreach (GainPosition position in draft.Model.Gain.PositionsOn(draft.BaseWord))
        {
            bool allowed = position.Gain.Value > now.Gain.Value + Guard.Edge && position.Gain.Value <= cap.Value + Guard.Edge;
            if (allowed && (nearest is null || Math.Abs(position.Gain.Value - wanted.Value) < Math.Abs(nearest.Gain.Value - wanted.Value) - Guard.Edge))
            {
                nearest = position;
            }
        }

        return nearest;
    }
}
