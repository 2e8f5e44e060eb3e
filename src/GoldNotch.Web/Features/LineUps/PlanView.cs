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
    IReadOnlyList<string> WhiteWhen,
    string Emphasis,
    string WorkEnded
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

/// <summary>A filter in the stack; <c>position</c> is what its turret or ring says.</summary>
public sealed record StackFilterView(string Label, double Stops, bool Front, string Position);

/// <summary>One way of setting a camera; <c>onTheLine</c> where its exposure counts as met, <c>held</c> what holds a camera to it.</summary>
public sealed record CandidateView(
    bool OnTheLine,
    string Spoken,
    string State,
    string Filters,
    string Iris,
    string IrisDial,
    string Error,
    double ErrorStops,
    string IrisMissedBy,
    double Cost,
    IReadOnlyList<CostView> Costs,
    PinsDocument Held
);

/// <summary>What one fault of a way of setting a camera costs, in points; what costs nothing is left out.</summary>
public sealed record CostView(PlanTerm Term, string Name, double Points);

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
