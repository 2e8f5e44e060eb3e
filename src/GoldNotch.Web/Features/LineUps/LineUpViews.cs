using GoldNotch.Core.LineUps;
using GoldNotch.Core.Units;
using GoldNotch.Data;
using GoldNotch.Exchange;
using GoldNotch.Web.Features.Wording;

namespace GoldNotch.Web.Features.LineUps;

/// <summary>A line-up in a list.</summary>
public sealed record LineUpRow(
    Guid Id,
    string Name,
    string Place,
    DateTimeOffset? Call,
    string Standard,
    IReadOnlyList<LineUpUnitView> Cameras,
    bool Used,
    string ChangedBy,
    DateTimeOffset ChangedAt
);

/// <summary>A camera in the list: letter, unit and what it is for.</summary>
public sealed record LineUpUnitView(string Letter, string Unit, string Part);

/// <summary>A page of line-ups; <c>next</c> is null on the last one.</summary>
public sealed record LineUpPage(IReadOnlyList<LineUpRow> LineUps, string? Next);

/// <summary>A line-up whole.</summary>
public sealed record LineUpView(LineUpDocument Document, int Version, string ChangedBy, DateTimeOffset ChangedAt, PlanView Plan);

/// <summary>What keeps a camera, or the whole, from being planned; <c>pointer</c> is the field in the document.</summary>
public sealed record PlanFaultView(string Letter, string Pointer, string Message);

/// <summary>A line-up planned, with everything that is drawn or said of it.</summary>
public sealed record PlanView(
    IReadOnlyList<PlanFaultView> Faults,
    string Standard,
    PlanLightView? Light,
    IReadOnlyList<SceneMarkView> Marks,
    IReadOnlyList<CameraPlanView> Cameras,
    IReadOnlyList<AgreementView> Agreement,
    IReadOnlyList<PlanLineView> Flicker,
    IReadOnlyList<WhiteView> White,
    IReadOnlyList<PairView> Pairs,
    IReadOnlyList<string> Crossings,
    IReadOnlyList<LeanView> Leans,
    IReadOnlyList<string> Scene,
    IReadOnlyList<VariantView> Variants,
    string LargestDifference,
    IReadOnlyList<string> Cautions,
    IReadOnlyList<LensesView> Lenses,
    IReadOnlyList<RoomsView> Rooms,
    IReadOnlyList<string> WhiteWhen
);

/// <summary>A camera's white in the rooms of the day.</summary>
public sealed record RoomsView(string Letter, IReadOnlyList<RoomView> Rooms);

/// <summary>How a camera has its white in one room.</summary>
public sealed record RoomView(string Room, string How, bool OneSwitch);

/// <summary>The lenses that fit a camera; empty where its lens does not come off.</summary>
public sealed record LensesView(string Letter, IReadOnlyList<string> Lenses);

/// <summary>The light planned for. <c>moved</c> is empty where the lamp stays.</summary>
public sealed record PlanLightView(
    double Lux,
    string LuxLabel,
    double MovedStops,
    string Moved,
    double TemperatureK,
    double Mired,
    string CommonSpeed,
    double BrightestStops,
    double DarkestStops
);

/// <summary>A place of the scene, in stops from the key; <c>ratio</c> is its light against the key's.</summary>
public sealed record SceneMarkView(string Name, double Stops, string Label, string Ratio, bool Matters);

/// <summary>The terms of an exposure in stops, drawn one on another: <c>top</c> is what light, time, speed and lens give over the offset at f/1.</summary>
public sealed record StackView(
    double Light,
    double Time,
    double Speed,
    double Lens,
    double Offset,
    double Top,
    double Iris,
    IReadOnlyList<StackFilterView> Filters,
    double Error
);

/// <summary>A filter in the stack.</summary>
public sealed record StackFilterView(string Label, double Stops, bool Front);

/// <summary>One way of setting a camera; <c>onTheLine</c> where its exposure counts as met.</summary>
public sealed record CandidateView(
    bool OnTheLine,
    string Spoken,
    string State,
    string Filters,
    string Iris,
    string IrisDial,
    string Error,
    double ErrorStops,
    string IrisMissedBy
);

/// <summary>What can be held by hand at a camera.</summary>
public sealed record HoldView(IReadOnlyList<HoldStateView> States, IReadOnlyList<string> Filters, string WidestIris, string SmallestIris);

/// <summary>A sensitivity that can be held.</summary>
public sealed record HoldStateView(string Base, double GainDb, string Label, string Iso);

/// <summary>One camera of a plan.</summary>
public sealed record CameraPlanView(
    string Letter,
    string Unit,
    string Spoken,
    string Model,
    string Part,
    string Watch,
    bool ExposureReference,
    double FocalMm,
    double DistanceM,
    double FramedM,
    double AngleDegrees,
    string Ratio,
    CandidateView Chosen,
    string Iso,
    string Shutter,
    string Meter,
    string Direction,
    StackView Stack,
    string Why,
    string RequirementMissed,
    IReadOnlyList<CandidateView> Next,
    IReadOnlyList<RemedyView> Remedies,
    string PinCost,
    string Ramp,
    string Diffraction,
    double? HighlightStops,
    double? ShadowStops,
    double? ClipMarginStops,
    double? ShadowMarginStops,
    DepthView? Depth,
    string Requirement,
    HoldView Hold
);

/// <summary>What is sharp, metres; <c>farM</c> is null at infinity. <c>wanted</c> is what would be sharp at the iris a depth was asked for with.</summary>
public sealed record DepthView(double NearM, double? FarM, double HyperfocalM, string Label, SharpView? Wanted);

/// <summary>From where to where it would be sharp, metres; null at infinity.</summary>
public sealed record SharpView(double NearM, double? FarM);

/// <summary>What would remedy a camera.</summary>
public sealed record RemedyView(RemedyKind Kind, string Sentence);

/// <summary>What should be the same on all cameras.</summary>
public sealed record AgreementView(AgreementMatter Matter, string Name, bool Agrees, string Sentence);

/// <summary>A sentence about one camera; <c>good</c> where nothing is wrong.</summary>
public sealed record PlanLineView(string Letter, bool Good, string Sentence);

/// <summary>How a camera is balanced.</summary>
public sealed record WhiteView(
    string Letter,
    string Method,
    string Memory,
    double? DialK,
    double DialMired,
    double RestMired,
    string Grade,
    string Sentence
);

/// <summary>A pair and how far it may differ; <c>apart</c> where it is planned so far apart that the cut shows it.</summary>
public sealed record PairView(
    string Left,
    string Right,
    bool Apart,
    double ExposureStops,
    string Exposure,
    double SpreadStops,
    string Spread,
    bool CheckOnCard
);

/// <summary>Whether a camera keeps a person sharp.</summary>
public sealed record LeanView(string Letter, string Who, bool Holds, string Sentence);

/// <summary>The line-up by other requirements.</summary>
public sealed record VariantView(
    string Name,
    string Text,
    IReadOnlyList<VariantCameraView> Cameras,
    string Difference,
    string WorstError,
    string Noise
);

/// <summary>One camera of a variant.</summary>
public sealed record VariantCameraView(string Letter, string Spoken, string Depth);

/// <summary>The least changes, in the order to do them.</summary>
public sealed record LightChangedView(string Moved, IReadOnlyList<LightStepView> Steps);

/// <summary>What to do at one camera.</summary>
public sealed record LightStepView(
    string Letter,
    string Spoken,
    double OffStops,
    string Off,
    IReadOnlyList<string> Steps,
    string Sentence,
    CandidateView After
);

/// <summary>From the core's report to views.</summary>
internal static class LineUpViews
{
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
            report.Plan is { } plan ? Light(lineUp, plan) : null,
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
            [
                .. report.InThePicture.Select(i =>
                    $"{i.Seen} stands in the picture of {i.By}, {i.Distance.Label()} before it, {Notation.Number(Math.Abs(i.FromMiddle))}° {(i.FromMiddle < 0 ? "left" : "right")} of its middle."
                ),
            ],
            [.. report.Leans.Select(l => new LeanView(l.Letter, l.Who, l.Leaning, phrasing.Text(l.Because)))],
            [.. report.SceneNotes.Select(phrasing.Text)],
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
            Cautions(lineUp),
            [],
            [
                .. report.Rooms.Select(r => new RoomsView(
                    r.Letter,
                    [.. r.Rooms.Select(w => new RoomView(w.Room, phrasing.Text(w.How), w.OneSwitch))]
                )),
            ],
            report.Plan is null ? [] : [.. RoomBalance.When(lineUp).Select(phrasing.Text)]
        );
    }

    /// <summary>A plan of nothing, with what keeps it so.</summary>
    internal static PlanView Nothing(PlanFaultView fault) =>
        new([fault], "", null, [], [], [], [], [], [], [], [], [], [], "", [], [], [], []);

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
            c.IrisMissedBy.Value <= PlanTerms.Met ? "" : $"{c.IrisMissedBy.InHundredths()} from the requirement"
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

    private static PlanLightView Light(LineUp lineUp, LineUpPlan plan)
    {
        Lux lux = plan.Scene.Light.ToLux(lineUp.Light.MeterConstant);
        string moved =
            Math.Abs(plan.Moved.Value) < 1e-9
                ? ""
                : $"{(plan.Moved.Value > 0 ? "Raise" : "Dim")} the light by {plan.Moved.Magnitude.InHundredths()}: {lux.Label()}, or the lamp at {Notation.Number(100 * Math.Pow(2, -plan.Moved.Value / 2))} % of its distance.";
        return new PlanLightView(
            lux.Value,
            lux.Label(),
            plan.Moved.Value,
            moved,
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
            at.Distance.Value,
            row.Prepared.FramedWidth.Value,
            row.Prepared.Angle,
            PictureRatio(row.Prepared),
            Candidate(chosen, phrasing),
            Rounded(chosen.State.Speed),
            row.Prepared.Shutter.Label,
            phrasing.Label(row.Meter),
            phrasing.Text(PlanReasons.Direction(row.Meter, chosen.Iris)),
            new StackView(
                b.Light.Value,
                b.Time.Value,
                b.Speed.Value,
                b.Lens.Value,
                b.Offset.Value,
                top,
                b.Iris.Value,
                [
                    new StackFilterView($"ND {chosen.BuiltIn.Label}", chosen.BuiltIn.Loss.Value, false),
                    .. chosen.Front.Select(f => new StackFilterView($"front {f.Label}", f.Loss.Value, true)),
                ],
                chosen.Error.Value
            ),
            phrasing.Text(row.Why),
            phrasing.Text(row.RequirementMissed),
            [.. row.Plan.Next.Select(c => Candidate(c, phrasing))],
            [.. row.Remedies.Select(m => new RemedyView(m.Kind, phrasing.Text(m.Because)))],
            phrasing.Text(row.PinCost),
            phrasing.Text(row.Ramp),
            Diffraction(row.Plan),
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

    private static string PictureRatio(PreparedCamera camera) =>
        camera.PictureRatio is { } ratio
            ? camera.Squeeze > 1
                ? $"squeezed {Notation.Number(camera.Squeeze, 2)} times: {Notation.Number(ratio, 2)}:1 when undone"
                : $"{Notation.Number(ratio, 2)}:1"
            : "";

    private static string Rounded(Iso speed) => new Iso(Math.Max(1, Math.Round(speed.Value))).Label();

    private static string Diffraction(CameraPlan plan) =>
        plan.Camera.Diffraction is { } limit && plan.Camera.Iris.AsN(plan.Chosen.Iris).Value > limit.Value * 1.06
            ? $"Past {limit.Label()} this lens draws softer: an iris of {plan.Chosen.Iris.Label()} is {(-plan.Camera.Iris.AsN(plan.Chosen.Iris).OpennessFrom(limit)).InHundredths()} beyond."
            : "";

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

    private static IReadOnlyList<string> Cautions(LineUp lineUp)
    {
        List<string> all = [];
        if (lineUp.Light.MayMove)
        {
            all.Add(
                "Lamps are hot, heavy and raised: sandbag the stand, tie the safety cable, let them cool before you touch them. Mains and anything fixed are for a qualified person; site rules and local codes come first."
            );
        }

        if (lineUp.Light.Lux.Value > 20_000)
        {
            all.Add("In light like this never point a camera or a finder at the sun.");
        }

        if (lineUp.Cameras.Any(c => c.Watch == Watch.Unattended))
        {
            all.Add("An unattended camera: tape its cables where people walk, weigh the tripod down, and leave nothing charging alone.");
        }

        return all;
    }

    private static string Fields<T>(T value)
        where T : struct, Enum =>
        string.Concat(
            value
                .ToString()
                .Select((c, i) => i > 0 && char.IsUpper(c) ? " " + char.ToLowerInvariant(c) : char.ToLowerInvariant(c).ToString())
        );
}
