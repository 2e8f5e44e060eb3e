using GoldNotch.Core.Judgements;
using GoldNotch.Core.LineUps;
using GoldNotch.Core.Sheets;
using GoldNotch.Core.Units;
using GoldNotch.Data;
using GoldNotch.Exchange;
using GoldNotch.Web.Features.Wording;

namespace GoldNotch.Web.Features.LineUps;

/// <summary>From the core's report to views.</summary>
internal static class LineUpViews
{
    // Points under this round to nothing.
    private const double LeastTold = 0.0005;

    internal static LineUpRow Row(StoredLineUp kept)
    {
        LineUpDocument d = kept.Document;
        return new LineUpRow(
            d.Id,
            d.Name,
            d.Place,
            d.Call,
            d.Standard,
            [.. d.Cameras.Select(c => new LineUpUnitView(c.Letter, c.Unit, c.Part))],
            d.Used is not null,
            kept.ChangedBy,
            kept.ChangedAt
        );
    }

    internal static PlanView Of(LineUpReport report, IReadOnlyList<PlanFaultView> faults, Phrasing phrasing)
    {
        LineUp lineUp = report.LineUp;
        string? reference = report.ExposureReference?.Plan.Camera.Name;
        return new PlanView(
            faults,
            lineUp.Standard.Name,
            report.Plan is { } plan ? Light(lineUp, plan, phrasing) : null,
            [.. lineUp.Marks.Select(m => new SceneMarkView(m.Name, m.FromKey.Value, m.FromKey.Label(), Ratio(m.FromKey), m.Matters))],
            [.. report.Cameras.Select(c => Camera(c, c.Plan.Camera.Name == reference, phrasing))],
            [.. report.Agreement.Select(a => new AgreementView(a.Matter, Fields(a.Matter), a.Agrees, phrasing.Text(a.Because)))],
            [
                .. report.Flicker.Select(f => new PlanLineView(
                    f.Letter,
                    f.Flicker.Verdict == Core.Optics.FlickerVerdict.Steady,
                    phrasing.Text(f.Because)
                )),
            ],
            [.. report.White.Select(w => White(w, lineUp, phrasing))],
            [
                .. report.Pairs.Select(p => new PairView(
                    p.Left,
                    p.Right,
                    !PlanTerms.IsMet(p.Exposure),
                    p.Exposure.Value,
                    p.Exposure.Magnitude.InHundredths(),
                    p.Spread.Twice,
                    $"±{new Stops(p.Spread.Twice).InHundredths()}",
                    p.Spread.CheckOnCard
                )),
            ],
            [.. report.InThePicture.Select(i => phrasing.Text(PlanRemarks.Of(i)))],
            [.. report.Leans.Select(l => new LeanView(l.Letter, l.Who, l.Leaning, phrasing.Text(l.Because)))],
            [
                .. report.SceneNotes.Select(phrasing.Text),
                .. new[] { PlanRemarks.DepthByPolicy(lineUp), PlanRemarks.Clocks(lineUp, report.Cameras) }
                    .OfType<Judgement>()
                    .Select(phrasing.Text),
            ],
            [
                .. report
                    .Variants()
                    .Select(v => new VariantView(
                        phrasing.Text(v.Name),
                        phrasing.Text(v.Text),
                        [.. v.Cameras.Select(c => new VariantCameraView(c.Letter, phrasing.Text(c.Spoken), phrasing.Text(c.Depth)))],
                        v.LargestDifference.InHundredths(),
                        v.WorstError.InHundredths(withPlus: true),
                        v.Noise.Label()
                    )),
            ],
            report.Plan?.LargestDifference.InHundredths() ?? "",
            [.. PlanRemarks.Cautions(lineUp, report.Cameras).Select(phrasing.Text)],
            [],
            [
                .. report.Rooms.Select(r => new RoomsView(
                    r.Letter,
                    [.. r.Rooms.Select(w => new RoomView(w.Room, phrasing.Text(w.How), w.OneSwitch))]
                )),
            ],
            report.Plan is null ? [] : [.. RoomBalance.When(lineUp).Select(phrasing.Text)],
            Policy.Of(PolicyMatter.Emphasis).Options.First(o => Equals(o.Value, lineUp.Scene.Emphasis)).Text,
            phrasing.Text(report.Plan is { } done ? PlanRemarks.WorkEnded(done) : null)
        );
    }

    /// <summary>A plan of nothing, with what keeps it so.</summary>
    internal static PlanView Nothing(PlanFaultView fault) =>
        new([fault], "", null, [], [], [], [], [], [], [], [], [], [], "", [], [], [], [], "", "");

    internal static CandidateView Candidate(PlanCandidate c, Phrasing phrasing) =>
        new(
            PlanTerms.IsMet(c.Error),
            phrasing.Text(PlanReasons.Spoken(c)),
            phrasing.Text(PlanReasons.State(c.State)),
            phrasing.Text(PlanReasons.Filters(c)),
            phrasing.Label(c.ShownIris),
            c.Iris.Label(IrisStyle.Dial),
            c.Error.InHundredths(withPlus: true),
            c.Error.Value,
            phrasing.Text(PlanRemarks.IrisMissed(c)),
            c.Cost,
            [
                .. Enum.GetValues<PlanTerm>()
                    .Where(t => c.CostOf(t) >= LeastTold)
                    .Select(t => new CostView(t, phrasing.Text(PlanReasons.TermName(t)), Math.Round(c.CostOf(t), 3))),
            ],
            new PinsDocument(
                c.State.Base.Length == 0 ? null : c.State.Base,
                c.State.Gain.Value,
                c.BuiltIn.Label,
                [.. c.Front.Select(f => f.Label)]
            )
        );

    internal static LightStepView Step(LightStep step, LineUpReport report, Phrasing phrasing) =>
        new(
            step.Letter,
            report.Cameras.First(c => c.Plan.Camera.Name == step.Letter).Prepared.Of.Spoken,
            step.Off.Value,
            step.Off.LabelWithUnit(),
            [.. step.Steps.Select(phrasing.Text)],
            phrasing.Text(step.Because),
            Candidate(step.After, phrasing)
        );

    private static PlanLightView Light(LineUp lineUp, LineUpPlan plan, Phrasing phrasing)
    {
        Lux lux = plan.Scene.Light.ToLux(lineUp.Light.MeterConstant);
        return new PlanLightView(
            lux.Value,
            lux.Label(),
            plan.Moved.Value,
            phrasing.Text(PlanRemarks.LightMoved(lineUp, plan)),
            lineUp.Light.Temperature.Value,
            lineUp.Light.Temperature.ToMired().Value,
            plan.CommonSpeed?.Label() ?? "",
            plan.Scene.Brightest.Value,
            plan.Scene.Darkest.Value
        );
    }

    private static CameraPlanView Camera(CameraRow row, bool exposureReference, Phrasing phrasing)
    {
        LineUpCamera of = row.Prepared.Of;
        PlanCandidate chosen = row.Plan.Chosen;
        Standpoint at = row.Plan.Camera.Standpoint!;
        var b = chosen.Balance;
        double top = b.Light.Value + b.Time.Value + b.Speed.Value + b.Lens.Value - b.Offset.Value;
        return new CameraPlanView(
            of.Letter,
            of.Tag,
            of.Spoken,
            of.Model.Name,
            of.Part,
            Fields(of.Watch),
            exposureReference,
            at.Focal.Value,
            at.Tape.Value,
            row.Prepared.FramedWidth.Value,
            row.Prepared.Angle,
            phrasing.Text(PlanRemarks.PictureRatio(row.Prepared)),
            Candidate(chosen, phrasing),
            Rounded(chosen.State.Speed),
            row.Prepared.Shutter.Label,
            phrasing.Label(row.Meter.NearestThird()),
            phrasing.Text(PlanReasons.Direction(row.Meter, chosen)),
            new StackView(
                b.Light.Value,
                b.Time.Value,
                b.Speed.Value,
                b.Lens.Value,
                b.Offset.Value,
                top,
                b.Iris.Value,
                [
                    new StackFilterView($"ND {chosen.BuiltIn.Label}", chosen.BuiltIn.Loss.Value, false, chosen.BuiltIn.Label),
                    .. chosen.Front.Select(f => new StackFilterView($"front {f.Label}", f.Loss.Value, true, f.Label)),
                ],
                chosen.Error.Value
            ),
            phrasing.Text(row.Why),
            phrasing.Text(row.RequirementMissed),
            [.. row.Plan.Next.Select(c => Candidate(c, phrasing))],
            [.. row.Remedies.Select(m => new RemedyView(m.Kind, phrasing.Text(m.Because)))],
            phrasing.Text(row.PinCost),
            phrasing.Text(row.Ramp),
            phrasing.Text(PlanRemarks.Diffraction(row.Plan)),
            chosen.State.Latitude?.Highlights.Value,
            chosen.State.Latitude?.Shadows.Value,
            chosen.ClipMargin?.Value,
            chosen.ShadowMargin?.Value,
            Depth(row),
            IrisRequirementNotation.Text(of.Requirement),
            Hold(row, phrasing)
        );
    }

    private static DepthView? Depth(CameraRow row)
    {
        if (row.Plan.Depth is not { } depth)
        {
            return null;
        }

        bool asked = row.Plan.Camera.Requirement is IrisRequirement.Depth or IrisRequirement.SameDepthAs;
        Core.Optics.DepthOfField? wanted =
            asked && row.Plan.RequiredIris is { } iris ? row.Plan.Camera.Standpoint!.DepthAt(row.Plan.Camera.Iris.AsN(iris)) : null;
        return new DepthView(
            depth.Near.Value,
            depth.Far?.Value,
            depth.Hyperfocal.Value,
            $"{depth.Near.Label()} to {depth.Far?.Label() ?? "infinity"}",
            wanted is null ? null : new SharpView(wanted.Near.Value, wanted.Far?.Value)
        );
    }

    private static HoldView Hold(CameraRow row, Phrasing phrasing)
    {
        PlanCamera camera = row.Prepared.Plan;
        return new HoldView(
            [
                .. camera.States.Select(s => new HoldStateView(
                    s.Base,
                    Math.Round(s.Gain.Value, 2),
                    phrasing.Text(PlanReasons.State(s)),
                    Rounded(s.Speed)
                )),
            ],
            [.. camera.BuiltIn.Select(f => f.Label)],
            camera.Iris.Widest.Engraved(IrisStyle.Thirds),
            camera.Iris.Smallest.Engraved(IrisStyle.Thirds)
        );
    }

    private static string Rounded(Iso speed) => new Iso(Math.Max(1, Math.Round(speed.Value))).Label();

    private static WhiteView White(BalanceRow w, LineUp lineUp, Phrasing phrasing)
    {
        double mired = (w.Dial ?? lineUp.Light.Temperature).ToMired().Value;
        return new WhiteView(
            w.Letter,
            Fields(w.Method),
            w.Memory,
            w.Dial?.Value,
            mired,
            w.Rest.Value,
            Fields(w.Grade),
            phrasing.Text(w.Because)
        );
    }

    private static string Ratio(Stops fromKey) =>
        Math.Abs(fromKey.Value) < 1e-9 ? "1:1"
        : fromKey.Value > 0 ? $"1:{Notation.Number(fromKey.Factor, 1)}"
        : $"{Notation.Number((-fromKey).Factor, 1)}:1";

    private static string Fields<T>(T value)
        where T : struct, Enum =>
        string.Concat(
            value
                .ToString()
                .Select((c, i) => i > 0 && char.IsUpper(c) ? " " + char.ToLowerInvariant(c) : char.ToLowerInvariant(c).ToString())
        );
}
