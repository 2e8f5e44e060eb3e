using GoldNotch.Core.Cameras;
using GoldNotch.Core.Judgements;
using GoldNotch.Core.Units;

namespace GoldNotch.Core.Sheets.Compiling;

/// <summary>The bit depth of the chosen format: the lowest that is enough, or else the nearest.</summary>
internal sealed class BitDepthTranslator : Translator
{
    private const string RuleId = "BIT-DEPTH-BY-FORMAT";

    private static readonly Template NoFormat = new(
        RuleId,
        "no-format",
        "Resolution and frame rate are not set yet. Read the bit depth on the display."
    );
    private static readonly Template NotStated = new(
        RuleId,
        "not-stated",
        "The specification of {model} does not state the bit depth of {format}. Read it on the display and have the specification completed."
    );
    private static readonly Template Has = new(RuleId, "has", "{model} records {format} in {depth}.");
    private static readonly Template Shallower = new(
        RuleId,
        "shallower",
        "{model} records {format} in {depth} at most, {missing:size} less than the required {required}. Skies and log footage show bands when graded."
    );
    private static readonly Template Deeper = new(
        RuleId,
        "deeper",
        "{model} records {format} in {depth} only; {required} is required. Check that the editing machine reads it."
    );

    internal override Setting Setting => Setting.BitDepth;

    internal override SheetLine Translate(Notch notch, SheetDraft draft)
    {
        CameraModel model = draft.Model;
        var required = (Requirement.Amount)notch.Requirement;
        if (draft.Format is not { } chosen)
        {
            int[] anywhere = [.. model.Formats.SelectMany(f => f.BitDepths).Distinct().Order()];
            double? target = anywhere is []
                ? required.Value
                : anywhere.Where(d => required.Allows(d)).Select(d => (double?)d).FirstOrDefault();
            return CheckByEye(notch, draft, target is { } depth ? Bits(depth) : null, NoFormat.Of(Setting));
        }

        (string, FigureValue) which = ("model", model.Name);
        (string, FigureValue) format = ("format", chosen);
        int[] depths = [.. model.FormatOf(chosen)?.BitDepths ?? []];
        if (depths is [])
        {
            return CheckByEye(notch, draft, Bits(required.Value), NotStated.Of(Setting, which, format));
        }

        int[] right = [.. depths.Where(d => required.Allows(d))];
        if (right is not [])
        {
            int lowest = required.Bound == Bound.AtMost ? right[^1] : right[0];
            return Exact(notch, draft, Bits(lowest), Has.Of(Setting, which, format, ("depth", Bits(lowest))));
        }

        int nearest = depths.MinBy(d => Math.Abs(d - required.Value));
        var away = new Distance(nearest - required.Value, NaturalUnit.Bits);
        return Compromise(
            notch,
            draft,
            Bits(nearest),
            away.Amount,
            (away.Amount < 0 ? Shallower : Deeper).Of(
                Setting,
                which,
                format,
                ("depth", Bits(nearest)),
                ("missing", away),
                ("required", Bits(required.Value))
            )
        );
    }

    private static SettingValue.Amount Bits(double depth) => new(depth, NaturalUnit.Bits);
}
