using System.Collections.Immutable;
using System.Text.Json;
using System.Text.Json.Serialization;
using GoldNotch.Core.Frames;
using GoldNotch.Core.UnitFigures;
using GoldNotch.Core.Units;
using GoldNotch.Data;
using GoldNotch.Exchange;
using GoldNotch.Web.Features.Pictures;
using GoldNotch.Web.Features.Wording;

namespace GoldNotch.Web.Features.Measurements;

/// <summary>How a measurement stands.</summary>
public enum MeasurementState
{
    /// <summary>Pictures are still taken.</summary>
    Open,

    /// <summary>Accepted, and what it found is used.</summary>
    InUse,

    /// <summary>Accepted: a record that nothing is set by.</summary>
    Kept,

    /// <summary>Accepted, and a newer one is used in its place.</summary>
    Superseded,

    /// <summary>Accepted, and found wrong afterwards.</summary>
    Withdrawn,
}

/// <summary>A measurement in a list.</summary>
public sealed record MeasurementRow(
    Guid Id,
    FigureKind Kind,
    string? Unit,
    string Model,
    MeasurementState State,
    string By,
    DateTimeOffset At
)
{
    internal static MeasurementRow Of(StoredFigure figure, StoredUnit? unit) =>
        new(
            figure.Id,
            figure.Document.Kind,
            figure.UnitTag,
            figure.Document.Model,
            StateOf(figure, unit),
            figure.Accepted?.By ?? figure.ChangedBy,
            figure.Accepted?.At ?? figure.ChangedAt
        );

    internal static MeasurementState StateOf(StoredFigure figure, StoredUnit? unit) =>
        figure switch
        {
            { Accepted: null } => MeasurementState.Open,
            { Withdrawn: not null } => MeasurementState.Withdrawn,
            { Document.Kind: FigureKind.Sisters } => MeasurementState.Kept,
            _ => IsUsed(figure.Id, unit?.Measured ?? MeasuredOnUnit.Nothing) ? MeasurementState.InUse : MeasurementState.Superseded,
        };

    private static bool IsUsed(Guid id, MeasuredOnUnit measured) =>
        measured.Filters.Any(f => f.Figure == id) || measured.Noise.Any(f => f.Figure == id) || measured.Latitude.Any(f => f.Figure == id);
}

/// <summary>A page of measurements; <c>next</c> asks for the one after.</summary>
public sealed record MeasurementPage(IReadOnlyList<MeasurementRow> Measurements, string? Next);

/// <summary>A picture of a measurement.</summary>
/// <param name="Version">Its version, to put another in its place.</param>
/// <param name="Picture">The picture.</param>
/// <param name="Name">Name of its file.</param>
/// <param name="Sha256">Sum of its file.</param>
/// <param name="IsHere">Whether its region can still be moved.</param>
/// <param name="By">Who took it.</param>
/// <param name="At">When.</param>
/// <param name="OpenedStops">Stops opened since the first of its run.</param>
/// <param name="Curve">The curve it is read by.</param>
/// <param name="Region">Its patch; null where none is marked.</param>
/// <param name="LevelPercent">Level of the patch.</param>
/// <param name="FromGreyStops">Stops from mid grey.</param>
/// <param name="SignalToNoiseDb">Signal to noise.</param>
/// <param name="ClippedShare">Share that is clipped.</param>
/// <param name="IsClipped">Whether so much of it clips that it counts.</param>
/// <param name="CrushedShare">Share that is black.</param>
/// <param name="IsCrushed">Whether so much of it is black that it counts.</param>
/// <param name="Against">Why it does not count; empty where it does.</param>
public sealed record MeasurementPictureView(
    int Version,
    Guid Picture,
    string Name,
    string Sha256,
    bool IsHere,
    string By,
    DateTimeOffset At,
    double OpenedStops,
    string Curve,
    RegionDocument? Region,
    double? LevelPercent,
    double? FromGreyStops,
    double? SignalToNoiseDb,
    double ClippedShare,
    bool IsClipped,
    double CrushedShare,
    bool IsCrushed,
    string Against
);

/// <summary>A picture that is asked for, and the one that was taken.</summary>
public sealed record MeasurementShotView(FigureShotDocument Shot, string Label, MeasurementPictureView? Picture);

/// <summary>What one filter takes.</summary>
public sealed record FilterFigureView(
    string Label,
    double NominalStops,
    double? Stops,
    double? UncertaintyStops,
    int Pairs,
    bool AtLeast,
    double? ShiftMired,
    double? Duv,
    bool IsUsable,
    JudgementView Says
);

/// <summary>Signal to noise at a gain, brought to mid grey.</summary>
public sealed record NoisePointView(double GainDb, double SignalToNoiseDb);

/// <summary>Noise on one base.</summary>
public sealed record NoiseBaseView(
    string Base,
    IReadOnlyList<NoisePointView> Points,
    double? LimitDb,
    bool AtLeast,
    bool IsUsable,
    JudgementView Says
);

/// <summary>Noise by gain.</summary>
public sealed record NoiseFigureView(
    double WantedDb,
    IReadOnlyList<NoiseBaseView> Bases,
    double? SwitchFromDb,
    JudgementView? Bearing,
    bool AfterCoding
);

/// <summary>The patch at one exposure.</summary>
public sealed record LatitudePointView(double ExposedStops, double Signal, double? SignalToNoiseDb);

/// <summary>Latitude.</summary>
public sealed record LatitudeFigureView(
    double? HighlightStops,
    bool HighlightsAtLeast,
    double? ShadowStops,
    bool ShadowsAtLeast,
    double? ClipLevel,
    double? CurveErrorStops,
    bool IsTrue,
    double? SpecifiedHighlightStops,
    double? SpecifiedShadowStops,
    IReadOnlyList<LatitudePointView> Points,
    JudgementView Says
);

/// <summary>One unit beside its sisters.</summary>
public sealed record SisterView(
    string Unit,
    double? Stops,
    double? Mired,
    double? Duv,
    double? SignalToNoiseDb,
    bool IsNamed,
    JudgementView Says
);

/// <summary>The acceptance of a measurement.</summary>
public sealed record AcceptanceView(string By, DateTimeOffset At, bool ForModel);

/// <summary>Its withdrawal.</summary>
public sealed record WithdrawnView(string By, DateTimeOffset At, string Why);

/// <summary>A measurement.</summary>
/// <param name="Id">Its id.</param>
/// <param name="Document">How it is set up.</param>
/// <param name="ModelName">Name of the model.</param>
/// <param name="Bases">Words of its bases; empty where there is one.</param>
/// <param name="Profiles">Picture profiles whose curve is known.</param>
/// <param name="RequiredDb">Of noise: signal to noise that can be required, dB, the cleanest first.</param>
/// <param name="Version">Version of the setting-up.</param>
/// <param name="Seal">A number that changes with every picture: what an acceptance has seen.</param>
/// <param name="State">How it stands.</param>
/// <param name="ChangedBy">Who did something last.</param>
/// <param name="ChangedAt">When.</param>
/// <param name="Steps">What to do, in order.</param>
/// <param name="Shots">Its pictures.</param>
/// <param name="Filters">Of filters: what each takes.</param>
/// <param name="Noise">Of noise.</param>
/// <param name="Latitude">Of latitude.</param>
/// <param name="Sisters">Of sisters: each unit.</param>
/// <param name="CanAccept">Whether anything was found that can be accepted.</param>
/// <param name="Accepted">Who accepted it; null while it is open.</param>
/// <param name="Withdrawn">Who withdrew it; null where nobody did.</param>
public sealed record MeasurementView(
    Guid Id,
    UnitFigureDocument Document,
    string ModelName,
    IReadOnlyList<string> Bases,
    IReadOnlyList<string> Profiles,
    IReadOnlyList<double> RequiredDb,
    int Version,
    long Seal,
    MeasurementState State,
    string ChangedBy,
    DateTimeOffset ChangedAt,
    IReadOnlyList<JudgementView> Steps,
    IReadOnlyList<MeasurementShotView> Shots,
    IReadOnlyList<FilterFigureView>? Filters,
    NoiseFigureView? Noise,
    LatitudeFigureView? Latitude,
    IReadOnlyList<SisterView>? Sisters,
    bool CanAccept,
    AcceptanceView? Accepted,
    WithdrawnView? Withdrawn
);

/// <summary>Makes views of measurements.</summary>
internal sealed class MeasurementViews(PictureFiles files, Phrasing phrasing)
{
    /// <summary>How an accepted measurement is written: it is read again by versions that know more and by those that know less.</summary>
    internal static readonly JsonSerializerOptions Frozen = new(JsonSerializerDefaults.Web)
    {
        Converters = { new JsonStringEnumConverter(JsonNamingPolicy.CamelCase) },
    };

    internal MeasurementView Of(WholeMeasurement whole, StoredUnit? unit)
    {
        UnitFigureDocument document = whole.Document;
        IReadOnlyList<FigureTake> read = whole.Read;
        NoiseReport? noise = document.Kind == FigureKind.Noise ? NoiseReport.Of(whole.Model, read, document.WantedDb) : null;
        FigureUseDocument use = whole.Use("", default);
        SisterView[]? sisters = document.Kind == FigureKind.Sisters ? [.. SisterReport.Of(read).Select(Sister)] : null;
        bool canAccept =
            use.Filters is { Count: > 0 }
            || use.Noise is { Count: > 0 }
            || use.Latitude is { Count: > 0 }
            || sisters?.Count(s => s.Stops is not null) >= Core.Frames.Sisters.Least;
        return new MeasurementView(
            whole.Stored.Id,
            document,
            whole.Model.Name,
            [.. whole.Model.Gain.Bases.Select(b => b.Word)],
            [.. MeasurementSource.Profiles(whole.Model)],
            NoiseFigures.Choices,
            whole.Stored.Version,
            whole.Seal,
            MeasurementRow.StateOf(whole.Stored, unit),
            whole.Stored.ChangedBy,
            whole.Stored.ChangedAt,
            [.. FigureSteps.Of(document.Kind).Select(phrasing.Of)],
            [.. document.Shots.Select(s => Shot(whole, s, noise))],
            document.Kind == FigureKind.Filters ? [.. FilterReport.Of(whole.Model, read).Select(Filter)] : null,
            noise is null ? null : Noise(noise, document.WantedDb),
            document.Kind == FigureKind.Latitude ? Latitude(whole, read) : null,
            sisters,
            canAccept,
            whole.Stored.Accepted is { } accepted ? new AcceptanceView(accepted.By, accepted.At, accepted.Used.ForModel) : null,
            Withdrawn(whole.Stored)
        );
    }

    /// <summary>One that was accepted, as it was accepted; how it stands now is not of it.</summary>
    internal static MeasurementView AsAccepted(StoredFigure stored, StoredUnit? unit) =>
        JsonSerializer.Deserialize<MeasurementView>(stored.Accepted!.Frozen, Frozen)! with
        {
            State = MeasurementRow.StateOf(stored, unit),
            Withdrawn = Withdrawn(stored),
        };

    private static WithdrawnView? Withdrawn(StoredFigure stored) => stored.Withdrawn is { } w ? new WithdrawnView(w.By, w.At, w.Why) : null;

    private MeasurementShotView Shot(WholeMeasurement whole, FigureShotDocument shot, NoiseReport? noise)
    {
        MeasuredTake? taken = whole.Takes.FirstOrDefault(t => t.Stored.Shot == shot.Number);
        return new MeasurementShotView(shot, Label(whole, shot), taken is null ? null : Picture(taken, noise));
    }

    private MeasurementPictureView Picture(MeasuredTake taken, NoiseReport? noise)
    {
        RegionStatistics? patch = taken.Take?.Patch;
        LeftOut? left = noise?.Left.FirstOrDefault(l => l.Number == taken.Stored.Shot);
        return new MeasurementPictureView(
            taken.Stored.Version,
            taken.Picture.Id,
            taken.Picture.Name,
            Convert.ToHexStringLower(taken.Picture.Sha256),
            files.Find(taken.Picture.Id) is not null,
            taken.Stored.By,
            taken.Stored.At,
            taken.Stored.Document.OpenedStops,
            PictureDesk.CurveOf(taken.Picture.Document.Settings, taken.Picture).Name,
            taken.Picture.Document.Regions.FirstOrDefault(r => r.Kind == RegionKind.GreyCard),
            patch?.LevelPercent,
            patch?.FromGrey?.Value,
            patch?.SignalToNoise,
            patch?.ClippedShare ?? 0,
            patch?.ClippedShare > Core.Exposure.ToneCurve.ClippedShare,
            patch?.CrushedShare ?? 0,
            patch?.CrushedShare > Core.Exposure.ToneCurve.ClippedShare,
            patch is null ? "No patch is marked on it: open the picture and draw a grey card." : phrasing.Text(left?.Because)
        );
    }

    private static string Label(WholeMeasurement whole, FigureShotDocument shot) =>
        shot switch
        {
            { Filter: { } label } => label,
            { GainDb: { } gain } => Gain(whole, shot.Base ?? "", new Decibels(gain)),
            { ExposedStops: { } by } => by == 0 ? "mid grey" : new Stops(by).DifferenceLabel(),
            _ => shot.Unit ?? "",
        };

    private static string Gain(WholeMeasurement whole, string word, Decibels gain)
    {
        string name = whole.Model.Gain.PositionsOn(word.Length == 0 ? null : word).FirstOrDefault(p => p.Gain == gain)?.Name ?? "";
        string told = name.Length > 0 && name != gain.Label() ? $"{name} ({gain.Label()})" : gain.Label();
        return word.Length > 0 ? $"{told}, {word} base" : told;
    }

    private FilterFigureView Filter(FilterRow row) =>
        new(
            row.Nominal.Label,
            row.Nominal.Loss.Value,
            row.Strength?.Loss.Value,
            row.Strength?.Uncertainty?.Value,
            row.Strength?.Pairs ?? 0,
            row.Strength?.AtLeast ?? false,
            row.Shift?.Value,
            row.Duv,
            row.IsUsable,
            phrasing.Of(row.Says)
        );

    private NoiseFigureView Noise(NoiseReport report, double wanted) =>
        new(
            wanted,
            [
                .. report.Bases.Select(b => new NoiseBaseView(
                    b.Base,
                    [.. b.Measured.Select(m => new NoisePointView(m.Gain.Value, m.SignalToNoise))],
                    b.Limit?.Gain?.Value,
                    b.Limit?.AtLeast ?? false,
                    b.IsUsable,
                    phrasing.Of(b.Says)
                )),
            ],
            report.Switch?.Gain.Value,
            report.Bearing is { } bearing ? phrasing.Of(bearing) : null,
            report.IsAfterCoding
        );

    private LatitudeFigureView Latitude(WholeMeasurement whole, IReadOnlyList<FigureTake> read)
    {
        var report = LatitudeReport.Of(read, whole.Claim);
        return new LatitudeFigureView(
            report.Latitude?.Highlights.Value,
            report.Latitude?.HighlightsAtLeast ?? false,
            report.Latitude?.Shadows.Value,
            report.Latitude?.ShadowsAtLeast ?? false,
            report.Latitude?.ClipLevel,
            report.Latitude?.CurveError.Value,
            report.Latitude?.IsTrue ?? true,
            whole.Claim?.Highlights.Value,
            whole.Claim?.Shadows.Value,
            [
                .. report.Patches.Select(p => new LatitudePointView(
                    p.Exposed,
                    p.Signal,
                    double.IsFinite(p.SignalToNoise) ? p.SignalToNoise : null
                )),
            ],
            phrasing.Of(report.Says)
        );
    }

    private SisterView Sister(SisterRow row) =>
        new(row.Tag, row.Off?.Stops, row.Off?.Mired, row.Off?.Duv, row.Off?.SignalToNoise, row.IsNamed, phrasing.Of(row.Says));
}
