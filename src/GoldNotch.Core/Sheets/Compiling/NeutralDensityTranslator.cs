using GoldNotch.Core.Cameras;
using GoldNotch.Core.Exposure;
using GoldNotch.Core.Judgements;
using GoldNotch.Core.Units;

namespace GoldNotch.Core.Sheets.Compiling;

/// <summary>The built-in filter position nearest to the required loss.</summary>
internal sealed class NeutralDensityTranslator : Translator
{
    private const string RuleId = "ND-NEAREST";

    private static readonly Template NoneNeeded = new(
        RuleId,
        "none-needed",
        "{model} has no built-in filter. Check that none is in front of the lens."
    );
    private static readonly Template NoFilter = new(
        RuleId,
        "no-filter",
        "{model} has no built-in filter. Put a front filter of {required:size} on, or close the iris by as much."
    );
    private static readonly Template Clear = new(RuleId, "clear", "A filter left in leads to gain.");
    private static readonly Template Takes = new(RuleId, "takes", "Position {position} takes {loss:size}.");
    private static readonly Template TakesOnRing = new(RuleId, "takes-on-ring", "The variable filter at {position}.");
    private static readonly Template Nearest = new(
        RuleId,
        "nearest",
        "{model} has {positions}. {position} is the nearest to {required:size}: the picture is {light:size} {light?brighter|darker} than required."
    );
    private static readonly Template NearestVariable = new(
        RuleId,
        "nearest-variable",
        "{model} has clear and {least:size} to {most:size}. {position} is the nearest to {required:size}: the picture is {light:size} {light?brighter|darker} than required."
    );

    internal override Setting Setting => Setting.NeutralDensity;

    internal override SheetLine Translate(Notch notch, SheetDraft draft)
    {
        Stops wanted = ((Requirement.FilterLoss)notch.Requirement).Loss;
        CameraModel model = draft.Model;
        FilterPosition[] filters = [.. model.FilterPositions()];
        if (filters.Length == 0)
        {
            return wanted == Stops.Zero
                ? Nothing(
                    notch,
                    draft,
                    new SettingValue.Filter(new FilterPosition("clear", Stops.Zero)),
                    NoneNeeded.Of(Setting, ("model", model.Name))
                ) with
                {
                    LookAnyway = true,
                }
                : NotPossible(notch, draft, NoFilter.Of(Setting, ("model", model.Name), ("required", wanted)));
        }

        FilterPosition chosen = filters.OrderBy(f => Math.Abs((f.Loss - wanted).Value)).ThenBy(f => f.Loss.Value).First();
        var target = new SettingValue.Filter(chosen);
        Stops light = wanted - chosen.Loss;
        if (Math.Abs(light.Value) <= ExactWithinStops)
        {
            return Exact(
                notch,
                draft,
                target,
                wanted == Stops.Zero
                    ? Clear.Of(Setting)
                    : (chosen.IsLabelledInStops ? TakesOnRing : Takes).Of(Setting, ("position", chosen.Label), ("loss", chosen.Loss))
            );
        }

        Judgement why = model.Variable is { } variable
            ? NearestVariable.Of(
                Setting,
                ("model", model.Name),
                ("least", variable.Least),
                ("most", variable.Most),
                ("position", target),
                ("required", wanted),
                ("light", light)
            )
            : Nearest.Of(
                Setting,
                ("model", model.Name),
                ("positions", FigureValue.Of(filters.Select(f => (SettingValue)new SettingValue.Filter(f)))),
                ("position", target),
                ("required", wanted),
                ("light", light)
            );
        return Compromise(notch, draft, target, light.Value, why, light);
    }
}
