using System.Collections.Immutable;
using GoldNotch.Core.Cameras;
using GoldNotch.Core.Checks;
using GoldNotch.Core.Frames;
using GoldNotch.Core.Matches;
using GoldNotch.Core.Settings;
using GoldNotch.Data;
using GoldNotch.Exchange;
using GoldNotch.Web.Features.Sheets;
using GoldNotch.Web.Features.Wording;

namespace GoldNotch.Web.Features.Matches;

/// <summary>What is left of a camera, or was predicted to be; hue is null where no skin was measured.</summary>
public sealed record MatchRestView(double Stops, double Mired, double Duv, double? HueDegrees = null);

/// <summary>How one matter stands: <c>stops</c>, <c>mired</c>, <c>duv</c> or <c>hue_deg</c>.</summary>
public sealed record MatterView(string Matter, MatchVerdict Verdict);

/// <summary>A picture of a camera at one turn.</summary>
/// <param name="Turn">1 and up.</param>
/// <param name="Version">Its version, to put another in its place.</param>
/// <param name="Picture">The picture.</param>
/// <param name="IsHere">Whether its regions can still be moved.</param>
/// <param name="By">Who took it.</param>
/// <param name="At">When.</param>
/// <param name="Position">Where the controls stood.</param>
/// <param name="Regions">Its regions.</param>
/// <param name="LevelPercent">Level of the grey card; null where none is marked.</param>
/// <param name="SignalToNoiseDb">Signal to noise of it.</param>
/// <param name="HueDegrees">Hue of the skin; null where none is marked, or it has none.</param>
/// <param name="Curve">The curve it is read by.</param>
/// <param name="Card">What is said of the card.</param>
/// <param name="IsUsed">Whether it can be used.</param>
/// <param name="Rest">What is left against the references; null where it cannot be compared.</param>
/// <param name="Predicted">What the turn before said would be left.</param>
/// <param name="Verdicts">How each matter stands.</param>
/// <param name="Counts">Whether it counts as a round.</param>
public sealed record MatchTurnView(
    int Turn,
    int Version,
    Guid Picture,
    bool IsHere,
    string By,
    DateTimeOffset At,
    MatchPositionDocument Position,
    IReadOnlyList<RegionDocument> Regions,
    double? LevelPercent,
    double? SignalToNoiseDb,
    double? HueDegrees,
    string Curve,
    IReadOnlyList<JudgementView> Card,
    bool IsUsed,
    MatchRestView? Rest,
    MatchRestView? Predicted,
    IReadOnlyList<MatterView> Verdicts,
    bool Counts,
    double? KeySidePercent = null,
    double? KeySideStops = null
);

/// <summary>A control to be moved.</summary>
/// <param name="Setting">Its key.</param>
/// <param name="Name">Its name.</param>
/// <param name="Does">What to do.</param>
/// <param name="Sends">What a linked camera is sent; null where only a hand can do it.</param>
/// <param name="Moves">Whether anything is moved.</param>
/// <param name="Place">Where the control is on this camera.</param>
public sealed record MatchStepView(string Setting, string Name, JudgementView Does, string? Sends, bool Moves, PlaceView? Place);

/// <summary>A gain that can be chosen.</summary>
public sealed record GainChoice(double GainDb, string Label);

/// <summary>Where the controls of a camera can stand.</summary>
/// <param name="HasDial">Whether white balance is a number.</param>
/// <param name="PresetsK">Fixed numbers it has.</param>
/// <param name="HasTint">Whether it has a tint control.</param>
/// <param name="TintIsCounted">Whether its tint is counted in steps towards green, because nobody has said which way its numbers run.</param>
/// <param name="Filters">Its filters.</param>
/// <param name="Gains">Its gains.</param>
/// <param name="Bases">Its bases; empty where there is one.</param>
/// <param name="Profiles">Its picture profiles, and the curve of each where that is known.</param>
public sealed record MatchControlsView(
    bool HasDial,
    IReadOnlyList<double> PresetsK,
    bool HasTint,
    bool TintIsCounted,
    IReadOnlyList<string> Filters,
    IReadOnlyList<GainChoice> Gains,
    IReadOnlyList<string> Bases,
    IReadOnlyList<ProfileView> Profiles
);

/// <summary>A picture profile; <c>curve</c> is null where nobody has said.</summary>
public sealed record ProfileView(string Word, string? Curve);

/// <summary>A camera of a match.</summary>
/// <param name="Letter">Its letter.</param>
/// <param name="Unit">Its tag.</param>
/// <param name="Name">Its model and tape.</param>
/// <param name="State">How it stands.</param>
/// <param name="Rounds">Rounds that counted.</param>
/// <param name="Turns">Its pictures, oldest first.</param>
/// <param name="Steps">What to move.</param>
/// <param name="Next">Where its controls stand for the next picture.</param>
/// <param name="Controls">Where they can stand.</param>
/// <param name="GotWorse">What ended further off than it began.</param>
/// <param name="Needs">What it needs against the reference; null where that cannot be told.</param>
public sealed record MatchCameraView(
    string Letter,
    string Unit,
    string Name,
    MatchState State,
    int Rounds,
    IReadOnlyList<MatchTurnView> Turns,
    IReadOnlyList<MatchStepView> Steps,
    MatchPositionDocument Next,
    MatchControlsView Controls,
    IReadOnlyList<string> GotWorse,
    MatchNeedView? Needs
);

/// <summary>What a unit needs against the reference of white balance.</summary>
public sealed record MatchNeedView(string Against, double OffsetMired, double Duv);

/// <summary>Light that moved between two pictures of the reference.</summary>
public sealed record MovedLightView(string Letter, double Stops, double Mired, bool IsSaid);

/// <summary>A match.</summary>
/// <param name="Id">Its id.</param>
/// <param name="Document">How it is set up.</param>
/// <param name="Version">Version of that.</param>
/// <param name="Seal">A number that changes with every picture: what a signature has seen.</param>
/// <param name="BegunBy">Who began it.</param>
/// <param name="BegunAt">When.</param>
/// <param name="ChangedBy">Who did something last.</param>
/// <param name="ChangedAt">When.</param>
/// <param name="SignedBy">Who signed it; null while it is open.</param>
/// <param name="SignedAt">When.</param>
/// <param name="Turn">The last time pictures were taken; 0 before the first.</param>
/// <param name="IsMatched">Whether nothing is off.</param>
/// <param name="Tolerance">What counts as matched: its own, or the usual.</param>
/// <param name="Light">How far the light moved; null where that is not known.</param>
/// <param name="Cameras">The cameras.</param>
/// <param name="Missing">Tags of cameras whose unit or specification is gone.</param>
public sealed record MatchView(
    Guid Id,
    MatchDocument Document,
    int Version,
    long Seal,
    string BegunBy,
    DateTimeOffset BegunAt,
    string ChangedBy,
    DateTimeOffset ChangedAt,
    string? SignedBy,
    DateTimeOffset? SignedAt,
    int Turn,
    bool IsMatched,
    MatchToleranceDocument Tolerance,
    MovedLightView? Light,
    IReadOnlyList<MatchCameraView> Cameras,
    IReadOnlyList<string> Missing
);

/// <summary>A match in a list.</summary>
public sealed record MatchRow(
    Guid Id,
    string Name,
    IReadOnlyList<string> Units,
    double LightK,
    string ChangedBy,
    DateTimeOffset ChangedAt,
    string? SignedBy,
    DateTimeOffset? SignedAt
);

/// <summary>A page of matches; <c>next</c> asks for the one after.</summary>
public sealed record MatchPage(IReadOnlyList<MatchRow> Matches, string? Next);

/// <summary>Makes views of matches.</summary>
internal sealed class MatchViews(Pictures.PictureFiles files, Phrasing phrasing)
{
    internal static Features.Matches.MatchRow Row(StoredMatch match) =>
        new(
            match.Id,
            match.Document.Name,
            [.. match.Document.Cameras.Select(c => c.Unit)],
            match.Document.Light.TemperatureK,
            match.ChangedBy,
            match.ChangedAt,
            match.SignedBy,
            match.SignedAt
        );

    internal MatchView Of(WholeMatch whole)
    {
        StoredMatch kept = whole.Stored;
        ImmutableArray<UnitNeed> needs = UnitNeed.Of(whole.Match, whole.Report);
        return new MatchView(
            kept.Id,
            kept.Document,
            kept.Version,
            whole.Seal,
            kept.BegunBy,
            kept.BegunAt,
            kept.ChangedBy,
            kept.ChangedAt,
            kept.SignedBy,
            kept.SignedAt,
            whole.Pictures.Count == 0 ? 0 : whole.Pictures.Max(p => p.Take.Turn),
            whole.Report.IsMatched,
            MatchReader.Document(whole.Match.Tolerance),
            whole.Report.Light is { } moved ? new MovedLightView(moved.Letter, moved.Stops.Value, moved.Mired.Value, moved.IsSaid) : null,
            [.. whole.Units.Select(u => Camera(u, whole, needs.FirstOrDefault(n => n.Letter == u.Document.Letter)))],
            [.. kept.Document.Cameras.Where(c => whole.Units.All(u => u.Document != c)).Select(c => c.Unit)]
        );
    }

    private MatchCameraView Camera(MatchedUnit unit, WholeMatch whole, UnitNeed? need)
    {
        Core.Matches.MatchRow row = whole.Report.Rows.First(r => r.Camera == unit.Camera);
        MatchedPicture[] own = [.. whole.Pictures.Where(p => p.Take.Letter == unit.Document.Letter).OrderBy(p => p.Take.Turn)];
        string against = whole.Units.FirstOrDefault(u => u.Document.Letter == whole.Match.ColourReference)?.Unit.Tag ?? "";
        return new MatchCameraView(
            unit.Document.Letter,
            unit.Unit.Tag,
            unit.Unit.Tape.Length > 0 ? $"{unit.Camera.Model.Name} {unit.Unit.Tape}" : unit.Camera.Model.Name,
            row.State,
            row.Rounds,
            [.. own.Select(p => Turn(p, row.Turns.FirstOrDefault(t => t.Take.Turn == p.Take.Turn)))],
            [.. row.Steps.Select(s => Step(s, unit.Camera.Model))],
            row.Next is { } next ? MatchReader.Document(next)
                : own.Length > 0 ? own[^1].Take.Position
                : unit.Document.Begins ?? new MatchPositionDocument(),
            Controls(unit.Camera),
            row.GotWorse,
            need is null ? null : new MatchNeedView(against, need.Offset.Value, need.Duv)
        );
    }

    private MatchTurnView Turn(MatchedPicture picture, MatchTurn? turn) =>
        new(
            picture.Take.Turn,
            picture.Take.Version,
            picture.Picture.Id,
            files.Find(picture.Picture.Id) is not null,
            picture.Take.By,
            picture.Take.At,
            picture.Take.Position,
            picture.Picture.Document.Regions,
            picture.Grey?.LevelPercent,
            picture.Grey?.SignalToNoise,
            picture.Skin is { } skin ? SkinTone.Of(skin).HueDegrees : null,
            Pictures.PictureDesk.CurveOf(picture.Picture.Document.Settings, picture.Picture).Name,
            picture.Grey is { } grey ? [.. CardFitness.Of(grey).Select(phrasing.Of)] : [],
            picture.Grey is { } card && CardReading.IsUsed(card),
            turn?.Standing.Rest is { } rest ? Rest(rest) : null,
            turn?.Predicted is { } predicted ? Rest(predicted) : null,
            [.. (turn?.Standing.Verdicts ?? []).Select(v => new MatterView(v.Matter, v.Verdict))],
            turn?.Counts ?? false,
            picture.KeySide?.LevelPercent,
            picture.KeySide?.FromGrey?.Value
        );

    private static MatchRestView Rest(MatchRest of) => new(of.Stops, of.Mired, of.Duv, of.HueDegrees);

    private MatchStepView Step(MatchStep step, CameraModel model) =>
        new(
            SettingDefinition.Of(step.Setting).Key,
            SettingDefinition.Of(step.Setting).Name,
            phrasing.Of(step.Does),
            step.Sends,
            step.Moves,
            SheetViews.Of(model.PlaceOf(step.Setting))
        );

    private static MatchControlsView Controls(MatchCamera camera)
    {
        CameraModel model = camera.Model;
        GainPosition[] gains = model.Gain.Bases.IsEmpty
            ? [.. model.Gain.Positions]
            : [.. model.Gain.Bases.SelectMany(b => b.Positions).DistinctBy(p => p.Gain).OrderBy(p => p.Gain)];
        return new MatchControlsView(
            camera.HasDial,
            [.. model.White.Presets.Select(k => k.Value)],
            camera.Tint is not null,
            camera.Tint is { IsUpGreen: null },
            [.. model.FilterPositions().Select(f => f.Label)],
            [.. gains.Select(g => new GainChoice(g.Gain.Value, g.Name.Length > 0 ? $"{g.Name} ({g.Gain.Label()})" : g.Gain.Label()))],
            [.. model.Gain.Bases.Select(b => b.Word)],
            [
                .. (model.Choices.GetValueOrDefault(Setting.Profile)?.Positions ?? []).Select(p => new ProfileView(
                    p.Word,
                    model.Curves.GetValueOrDefault(p.Word)?.Name
                )),
            ]
        );
    }
}
