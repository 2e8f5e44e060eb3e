using GoldNotch.Core.Cameras;
using GoldNotch.Core.Judgements;
using GoldNotch.Core.Optics;
using GoldNotch.Core.Settings;
using GoldNotch.Core.Sheets;
using GoldNotch.Core.Units;

namespace GoldNotch.Core.Checks;

/// <summary>Format: whether the recording cuts with what the sheet requires.</summary>
internal static class FormatConsequence
{
    private const string RuleId = "NOW-FORMAT";

    private static readonly Template AsRequired = new(RuleId, "as-required", "{format}, as the sheet requires.");
    private static readonly Template Differs = new(RuleId, "differs", "{format} is not what the sheet requires.");
    private static readonly Template OtherScan = new(
        RuleId,
        "other-scan",
        "{rate} shows combing and steps when cut with {required}; it cannot be undone cleanly."
    );
    private static readonly Template OtherScanProgressive = new(
        RuleId,
        "other-scan-progressive",
        "{rate} moves in coarser steps than {required} and does not cut with it."
    );
    private static readonly Template OtherScanSameSteps = new(
        RuleId,
        "other-scan-same-steps",
        "{rate} has the same steps in time as {required}, as whole pictures: it has to be made into fields before it is cut with it."
    );
    private static readonly Template OtherScanFieldsOfSameSteps = new(
        RuleId,
        "other-scan-fields",
        "{rate} has the same steps in time as {required}, as fields: a progressive screen shows combing until whole pictures are made of them."
    );
    private static readonly Template Slower = new(
        RuleId,
        "slower",
        "{rate} in a {required} edit plays {factor} slower, or drops pictures."
    );
    private static readonly Template DoesNotCut = new(
        RuleId,
        "does-not-cut",
        "{rate} does not cut with {required}: pictures are dropped or repeated."
    );
    private static readonly Template Smaller = new(RuleId, "smaller", "{size} has {share} of the pixels of {required}.");
    private static readonly Template Larger = new(
        RuleId,
        "larger",
        "{size} is larger than {required}: it can be scaled down, and fills the card sooner."
    );
    private static readonly Template OtherRate = new(
        RuleId,
        "other-rate",
        "{codec} writes {rates} here, and {rate} was read: one of the two is misread. Look again."
    );
    private static readonly Template Value = new(RuleId, "value", "{format}");

    // Pictures or fields a second that are one rate, however a file rounds them.
    private const double SameSteps = 0.01;

    internal static Consequence Of(Findings found)
    {
        if (
            found.Value(Setting.RecordFormat) is not SettingValue.Format seen
            || found.Sheet.Target<SettingValue.Format>(Setting.RecordFormat) is not { } target
        )
        {
            return Unread.Of(ConsequenceTopic.Format, Unread.Format);
        }

        Judgement because = (seen == target ? AsRequired : Differs).Of(Setting.RecordFormat, ("format", seen));
        Severity severity = Severity.Fine;
        if (seen.Rate != target.Rate)
        {
            severity = Severity.Fault;
            double factor = Shutter.SlowMotionFactor(seen.Rate.Frames, target.Rate.Frames);
            Template template =
                seen.Rate.Scan == target.Rate.Scan
                    ? factor > 1.2
                        ? Slower
                        : DoesNotCut
                    : Math.Abs(seen.Rate.PicturesPerSecond - target.Rate.PicturesPerSecond) < SameSteps
                        ? seen.Rate.Scan == Scan.Interlaced
                            ? OtherScanFieldsOfSameSteps
                            : OtherScanSameSteps
                        : seen.Rate.Scan == Scan.Interlaced
                            ? OtherScan
                            : seen.Rate.PicturesPerSecond < target.Rate.PicturesPerSecond
                                ? OtherScanProgressive
                                : DoesNotCut;
            because = because.And(
                template.Of(
                    Setting.RecordFormat,
                    ("rate", seen.Rate),
                    ("required", target.Rate),
                    ("factor", FigureValue.In(Measure.Times, factor))
                )
            );
        }

        if (seen.Size != target.Size)
        {
            bool smaller = seen.Size.Pixels < target.Size.Pixels;
            severity =
                smaller ? Severity.Fault
                : severity == Severity.Fault ? Severity.Fault
                : Severity.Slight;
            because = because.And(
                (smaller ? Smaller : Larger).Of(
                    Setting.RecordFormat,
                    ("size", seen.Size),
                    ("required", target.Size),
                    ("share", FigureValue.In(Measure.Percent, Math.Round(100.0 * seen.Size.Pixels / target.Size.Pixels)))
                )
            );
        }

        if (
            found.Value(Setting.Codec) is SettingValue.Choice codec
            && found.Value(Setting.BitRate) is SettingValue.Bits { Rate: var rate }
            && found.Sheet.Model.FormatOf(seen) is { } format
            && format.RatesIn(codec.Word) is var rates
            && !rates.Contains(rate)
        )
        {
            severity = severity == Severity.Fault ? Severity.Fault : Severity.Slight;
            because = because.And(
                OtherRate.Of(
                    Setting.BitRate,
                    ("codec", codec),
                    ("rates", new FigureValue.List([.. rates.Select(r => (FigureValue)r)])),
                    ("rate", rate)
                )
            );
        }

        return new(ConsequenceTopic.Format, severity, Value.Of(("format", seen)), because);
    }
}
