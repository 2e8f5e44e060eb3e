using GoldNotch.Core.Cameras;
using GoldNotch.Core.Judgements;
using GoldNotch.Core.Settings;
using GoldNotch.Core.Units;

namespace GoldNotch.Core.Sheets.Compiling;

/// <summary>What the camera itself forces once another setting is chosen.</summary>
internal static class Forced
{
    private const string RuleId = "FORCED-BY";

    private static readonly Template ByAnother = new(RuleId, "forced", "{setting} {value} forces {becomes} here: {because}");

    internal static SheetLine By(SheetDraft draft, SheetLine line)
    {
        foreach (Dependency rule in draft.Model.Dependencies)
        {
            if (rule.Then != line.Setting || draft.LineOf(rule.When)?.Target is not { } cause || !Matches(cause, rule.Is))
            {
                continue;
            }

            if (line.Target is { } target && Matches(target, rule.Becomes))
            {
                continue;
            }

            SettingValue? becomes = ShownValue.TryOf(line.Setting, draft.Control, rule.Becomes);
            Judgement because = ByAnother.Of(
                line.Setting,
                ("setting", rule.When),
                ("value", cause),
                ("becomes", rule.Becomes),
                ("because", rule.Because)
            );
            return becomes is null
                ? line with
                {
                    Fit = Fit.CheckByEye,
                    Because = because,
                }
                : line with
                {
                    Fit = Fit.Compromise,
                    Target = becomes,
                    Because = because,
                };
        }

        return line;
    }

    /// <summary>Whether a value is what a specification's text names.</summary>
    internal static bool Matches(SettingValue value, string text) =>
        Same(value.Label, text) || (value is SettingValue.Choice choice && (Same(choice.Word, text) || Same(choice.Shown, text)));

    private static bool Same(string label, string text) =>
        string.Equals(Notation.Tidy(label), Notation.Tidy(text), StringComparison.OrdinalIgnoreCase);
}

/// <summary>What a factory reset leaves, held against the sheet.</summary>
internal static class ResetStates
{
    private const string RuleId = "RESET-BRINGS";

    private static readonly Template NotStated = new(
        RuleId,
        "not-stated",
        "The specification does not state what it leaves: check every line."
    );
    private static readonly Template AllRight = new(RuleId, "all-right", "What it leaves is on target already.");
    private static readonly Template Wrong = new(RuleId, "wrong", "It leaves {wrong#setting|settings} off target: {changes}");
    private static readonly Template Change = new(RuleId, "change", "{setting} {reset} → {target}.");
    private static readonly Template ChangeByEye = new(RuleId, "change-by-eye", "{setting} {reset}.");

    internal static SheetLine Marked(SheetLine line, SheetDraft draft)
    {
        if (draft.Model.Reset?.States.GetValueOrDefault(line.Setting) is not { } state)
        {
            return line;
        }

        SettingValue? stands = ShownValue.TryOf(line.Setting, draft.Control, state);
        bool right = line.Target is { } target && (Forced.Matches(target, state) || (stands is not null && stands == target));
        return line with { AfterReset = state, ResetIsRight = right };
    }

    internal static void Explain(SheetDraft draft)
    {
        if (draft.LineOf(Setting.FactoryReset) is not { Target: not null } reset || draft.Model.Reset is not { } behaviour)
        {
            return;
        }

        SheetLine[] wrong = [.. draft.Lines.Where(l => l.ResetIsRight == false && !l.NothingToDo)];
        Judgement leaves =
            behaviour.States.IsEmpty ? NotStated.Of(Setting.FactoryReset)
            : wrong.Length == 0 ? AllRight.Of(Setting.FactoryReset)
            : Wrong.Of(
                Setting.FactoryReset,
                ("wrong", FigureValue.Count(wrong.Length)),
                ("changes", FigureValue.Of(wrong.Select(ChangeOf)))
            );
        draft.Replace(reset with { Because = reset.Because.And(leaves) });
    }

    private static Judgement ChangeOf(SheetLine line) =>
        line.Target is { } target
            ? Change.Of(line.Setting, ("setting", line.Setting), ("reset", line.AfterReset!), ("target", target))
            : ChangeByEye.Of(line.Setting, ("setting", line.Setting), ("reset", line.AfterReset!));
}

/// <summary>Format and bit rate worked out before their turn, for the card.</summary>
internal static class FormatAhead
{
    private static readonly RecordFormatTranslator Formats = new();
    private static readonly ChoiceTranslator Codecs = new(Setting.Codec);
    private static readonly BitRateTranslator Rates = new();

    internal static (RecordFormat? Format, BitRate? Rate) Of(SheetDraft draft)
    {
        var ahead = new SheetDraft(draft.Standard, draft.Model, draft.Circumstances);
        foreach (Notch notch in draft.Notches)
        {
            if (notch.Setting is Setting.RecordFormat or Setting.Codec or Setting.BitRate)
            {
                Translator translator = notch.Setting switch
                {
                    Setting.RecordFormat => Formats,
                    Setting.Codec => Codecs,
                    _ => Rates,
                };
                ahead.Add(translator.Translate(notch, ahead));
            }
        }

        return (draft.Model.FormatOf(ahead.Format), ahead.Target<SettingValue.Bits>(Setting.BitRate)?.Rate);
    }
}

/// <summary>Gain where the open iris leaves the picture dark, up to the cap of the model.</summary>
internal static class GainAsLastResort
{
    private const string RuleId = "GAIN-LAST";

    // A sixth of a stop short looks right on any monitor (bench rule).
    private const double Short = 1.0 / 6;

    private static readonly Template Raised = new(
        RuleId,
        "raised",
        "Shutter, filter and the open iris leave the picture {missing:size} dark. Gain is the last resort, up to {cap} on this model: {gain}."
    );
    private static readonly Template RaisedByStandard = new(
        RuleId,
        "raised-by-standard",
        "Shutter, filter and the open iris leave the picture {missing:size} dark. Gain is the last resort, up to {cap} by the noise limit of the standard: {gain}."
    );
    private static readonly Template NotKnown = new(
        RuleId,
        "not-known",
        "How much light is missing is not known while {open:lower} is open. Raise gain last, by the picture, to {cap} at most."
    );
    private static readonly Template StillMissing = new(RuleId, "still-missing", "{left:size} remain missing at the cap. Add light.");

    internal static void Apply(SheetDraft draft)
    {
        if (
            GainUpTo.CapOf(draft) is not { } cap
            || draft.CurveAtBase is not null
            || draft.Policy(GainPolicy.Never)
            || draft.LineOf(Setting.Iris)
                is not {
                    Notch.Requirement: Requirement.AsMetered or Requirement.Iris { TakesUpTheRest: true },
                    Target: SettingValue.Iris iris
                }
            || iris.Number != draft.Model.Lens.WidestAtShort
            || draft.LineOf(Setting.Gain) is not { Target: SettingValue.GainAt now } gain
        )
        {
            return;
        }

        // Without a shutter nothing is known of what the iris lets through, and no gain is worked out from a guess.
        if (draft.Notches.Any(n => n.Setting == Setting.Shutter) && draft.Target<SettingValue.Speed>(Setting.Shutter) is null)
        {
            draft.Replace(gain with { Because = gain.Because.And(NotKnown.Of(Setting.Gain, ("open", Setting.Shutter), ("cap", cap))) });
            return;
        }

        // Where light and ISO are known the meter decides; else what the lines of the sheet took away.
        Stops missing = draft.Finish().Predicted is { } predicted ? -predicted.Error : -draft.LightSoFar;
        if (missing.Value <= Short + Guard.Edge || GainUpTo.Nearest(draft, now, missing, cap) is not { } enough)
        {
            return;
        }

        Decibels up = enough.Gain - now.Gain;
        Stops left = up.ToStops() - missing;
        Judgement raised = (GainUpTo.IsTheModels(draft, cap) ? Raised : RaisedByStandard).Of(
            Setting.Gain,
            ("missing", missing),
            ("cap", cap),
            ("gain", new SettingValue.GainAt(enough.Gain, enough.Name)),
            ("added", up)
        );
        draft.Replace(
            GainUpTo.Changed(gain, enough, up, left.Value < -Short ? raised.And(StillMissing.Of(Setting.Gain, ("left", left))) : raised)
        );

        // What the iris said was missing is no longer so.
        draft.Again(Setting.Iris);
    }
}

/// <summary>By policy: gain within the noise limit before the iris opens.</summary>
internal static class GainWithinNoise
{
    private const string RuleId = "GAIN-WITHIN-NOISE";

    private static readonly Template Raised = new(
        RuleId,
        "raised",
        "Shutter and filter take {missing:size}. By the policy gain compensates before the iris opens, up to {cap} on this model: {gain}."
    );

    private static readonly Template RaisedByStandard = new(
        RuleId,
        "raised-by-standard",
        "Shutter and filter take {missing:size}. By the policy gain compensates before the iris opens, up to {cap} by the noise limit of the standard: {gain}."
    );

    internal static void Apply(SheetDraft draft, Notch iris)
    {
        if (
            !draft.Policy(GainPolicy.NoiseLimit)
            || draft.CurveAtBase is not null
            || iris.Requirement is not Requirement.Iris { TakesUpTheRest: true, Number: var required }
            || GainUpTo.CapOf(draft) is not { } cap
            || (IrisTranslator.Metered(draft) is { } exact ? exact.OpennessFrom(required) : -draft.LightSoFar) is var missing
                && missing.Value <= 1.0 / 6
            || draft.LineOf(Setting.Gain) is not { Target: SettingValue.GainAt now } gain
            || GainUpTo.Nearest(draft, now, missing, cap) is not { } enough
        )
        {
            return;
        }

        Decibels up = enough.Gain - now.Gain;
        draft.Replace(
            GainUpTo.Changed(
                gain,
                enough,
                up,
                (GainUpTo.IsTheModels(draft, cap) ? Raised : RaisedByStandard).Of(
                    Setting.Gain,
                    ("missing", missing),
                    ("cap", cap),
                    ("gain", new SettingValue.GainAt(enough.Gain, enough.Name)),
                    ("added", up)
                )
            )
        );
    }
}

/// <summary>The gain position nearest to what is missing, above the present one and not above the cap.</summary>
internal static class GainUpTo
{
    // Without a cap on the card there is no last resort, unless the department states how much noise it takes.
    internal static Decibels? CapOf(SheetDraft draft) =>
        draft.Model.Gain.CapOn(draft.BaseWord) is null && draft.Standard.Exposure.NoiseLimit is null
            ? null
            : draft.Standard.CapOn(draft.Model, draft.BaseWord);

    /// <summary>Whether a cap is the model's own, and not what the standard's noise limit leaves of it.</summary>
    internal static bool IsTheModels(SheetDraft draft, Decibels cap) =>
        draft.Model.Gain.CapOn(draft.BaseWord) is { } own && !own.IsAbove(cap);

    internal static GainPosition? Nearest(SheetDraft draft, SettingValue.GainAt now, Stops missing, Decibels cap)
    {
        Decibels wanted = now.Gain + missing.ToDecibels();
        GainPosition? nearest = null;
        foreach (GainPosition position in draft.Model.Gain.PositionsOn(draft.BaseWord))
        {
            bool allowed = position.Gain.Value > now.Gain.Value + Guard.Edge && !position.Gain.IsAbove(cap);
            if (
                allowed
                && (
                    nearest is null
                    || Math.Abs(position.Gain.Value - wanted.Value) < Math.Abs(nearest.Gain.Value - wanted.Value) - Guard.Edge
                )
            )
            {
                nearest = position;
            }
        }

        return nearest;
    }

    internal static SheetLine Changed(SheetLine gain, GainPosition to, Decibels up, Judgement because) =>
        gain with
        {
            Fit = Fit.Compromise,
            Target = new SettingValue.GainAt(to.Gain, to.Name),
            Size = new Distance(gain.Size.Amount + up.Value, NaturalUnit.Decibels),
            Light = gain.Light + up.ToStops(),
            Because = because,
        };
}
