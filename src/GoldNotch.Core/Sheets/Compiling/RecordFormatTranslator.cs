using GoldNotch.Core.Cameras;
using GoldNotch.Core.Judgements;
using GoldNotch.Core.Units;

namespace GoldNotch.Core.Sheets.Compiling;

/// <summary>Resolution and frame rate: as required, else the nearest resolution at that rate; the rate is never changed silently.</summary>
internal sealed class RecordFormatTranslator : Translator
{
    private const string RuleId = "FORMAT-NEAREST";

    private static readonly Template Records = new(RuleId, "records", "{model} records {format}.");
    private static readonly Template RecordsCropped = new(
        RuleId,
        "records-cropped",
        "{model} records {format}, cropped {crop}: move back or zoom out."
    );
    private static readonly Template Cropped = new(RuleId, "cropped", "It is cropped {crop}: move back or zoom out.");
    private static readonly Template Cost = new(RuleId, "cost", "At this format {cost}.");
    private static readonly Template OtherResolution = new(
        RuleId,
        "other-resolution",
        "{model} has no {required}; {rate} needs {sizes}. {format} has the required rate and scan, and {share} of the pixels: resolution can be scaled, the rate cannot."
    );
    private static readonly Template NoRate = new(
        RuleId,
        "no-rate",
        "{model} does not record {rate}. It has {formats}. Use another model, or change the rate of all cameras of the shoot."
    );
    private static readonly Template AskRate = new(
        RuleId,
        "ask-rate",
        "All cameras of the shoot use one rate: ask which. Alone it would be {plain}, here {format}."
    );
    private static readonly Template AskRateNotHere = new(
        RuleId,
        "ask-rate-not-here",
        "All cameras of the shoot use one rate: ask which. Alone it would be {plain}, which this model does not have."
    );

    internal override Setting Setting => Setting.RecordFormat;

    internal override SheetLine Translate(Notch notch, SheetDraft draft) =>
        notch.Requirement switch
        {
            Requirement.ByUse or Requirement.ByPolicy => ByUse(notch, draft),
            Requirement.LineUpRate line => OfLineUp(notch, draft, line.Size),
            var requirement => Nearest(notch, draft, ((Requirement.Format)requirement).Size, ((Requirement.Format)requirement).Rate),
        };

    private SheetLine ByUse(Notch notch, SheetDraft draft)
    {
        FootageProposal proposal = FootageProposal.For(draft.Standard.Use, draft.Standard.Policies, draft.Standard.Light.MainsHz);
        SheetLine line = Nearest(notch, draft, proposal.Size, proposal.Rate);
        return line with
        {
            Because = proposal.Cautions.Take(1).Aggregate(line.Because.And(proposal.Reasons[0]), (said, caution) => said.And(caution)),
        };
    }

    // Alone, a camera has no line-up to agree with: the plain rate stands in, and a person must choose.
    private SheetLine OfLineUp(Notch notch, SheetDraft draft, FrameSize size)
    {
        ScanRate plain = FootageProposal.For(draft.Standard.Use, draft.Standard.Policies, draft.Standard.Light.MainsHz).Rate;
        SheetLine meanwhile = Nearest(notch, draft, size, plain);
        return CheckByEye(
            notch,
            draft,
            meanwhile.Target,
            meanwhile.Target is { } target
                ? AskRate.Of(Setting, ("plain", plain), ("format", target))
                : AskRateNotHere.Of(Setting, ("plain", plain))
        );
    }

    private SheetLine Nearest(Notch notch, SheetDraft draft, FrameSize size, ScanRate rate)
    {
        CameraModel model = draft.Model;
        var asked = new SettingValue.Format(size, rate);
        if (model.FormatOf(asked) is { } found)
        {
            Judgement records =
                found.Crop > 1.01
                    ? RecordsCropped.Of(
                        Setting,
                        ("model", model.Name),
                        ("format", asked),
                        ("crop", FigureValue.In(Measure.Times, found.Crop))
                    )
                    : Records.Of(Setting, ("model", model.Name), ("format", asked));
            return found.Crop > 1.01 || found.Cost.Length > 0
                ? Compromise(notch, draft, asked, 0, records.And(CostOf(found)))
                : Exact(notch, draft, asked, records);
        }

        RecordFormat? sameRate = model
            .Formats.Where(f => f.Rate == rate)
            .OrderBy(f => Math.Abs(Math.Log2((double)f.Size.Pixels / size.Pixels)))
            .FirstOrDefault();
        if (sameRate is not null)
        {
            var target = new SettingValue.Format(sameRate.Size, sameRate.Rate);
            return Compromise(
                notch,
                draft,
                target,
                0,
                OtherResolution
                    .Of(
                        Setting,
                        ("model", model.Name),
                        ("required", asked),
                        ("rate", rate),
                        ("sizes", FigureValue.Of(model.Formats.Where(f => f.Rate == rate).Select(f => f.Size.Label()).Distinct())),
                        ("format", target),
                        ("share", FigureValue.In(Measure.Percent, Math.Round(100.0 * sameRate.Size.Pixels / size.Pixels)))
                    )
                    .And(CropOf(sameRate))
                    .And(CostOf(sameRate))
            );
        }

        return NotPossible(
            notch,
            draft,
            NoRate.Of(
                Setting,
                ("model", model.Name),
                ("rate", rate),
                ("formats", FigureValue.Of(model.Formats.Select(f => (SettingValue)new SettingValue.Format(f.Size, f.Rate))))
            )
        );
    }

    private static Judgement? CropOf(RecordFormat format) =>
        format.Crop > 1.01 ? Cropped.Of(Setting.RecordFormat, ("crop", FigureValue.In(Measure.Times, format.Crop))) : null;

    private static Judgement? CostOf(RecordFormat format) =>
        format.Cost.Length > 0 ? Cost.Of(Setting.RecordFormat, ("cost", format.Cost)) : null;
}
