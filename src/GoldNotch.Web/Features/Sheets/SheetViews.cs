using System.Collections.Immutable;
using GoldNotch.Core.Cameras;
using GoldNotch.Core.Exposure;
using GoldNotch.Core.Judgements;
using GoldNotch.Core.Settings;
using GoldNotch.Core.Sheets;
using GoldNotch.Core.Sheets.Coverage;
using GoldNotch.Core.Units;
using GoldNotch.Data;
using GoldNotch.Web.Features.Coverage;
using GoldNotch.Web.Features.Findings;
using GoldNotch.Web.Features.Standards;
using GoldNotch.Web.Features.Wording;

namespace GoldNotch.Web.Features.Sheets;

/// <summary>Where a control is on the body; across and down run from 0 to 1.</summary>
public sealed record PlaceView(BodySide Side, double Across, double Down, string Name, string Path, string ManualSign, string Trap);

/// <summary>A place where the control stops; at is in the setting's natural unit.</summary>
public sealed record DetentView(string Label, string Detail, double At, bool Major, string Typed);

/// <summary>The control as a line; every coordinate is in the setting's natural unit.</summary>
public sealed record DialView(IReadOnlyList<DetentView> Detents, bool HasAutomatic, double? TargetAt, double Tolerance);

/// <summary>One line of a sheet.</summary>
public sealed record SheetLineView(
    string Setting,
    string Name,
    string Chapter,
    string Example,
    string Requirement,
    Importance Importance,
    string Reason,
    Fit Fit,
    string? Target,
    string Tolerance,
    string Size,
    double LightStops,
    JudgementView Because,
    PlaceView? Place,
    DialView Dial,
    string Kind,
    bool NothingToDo,
    string? AfterReset,
    bool? ResetIsRight,
    IReadOnlyList<string> When,
    string Elsewhere
);

/// <summary>The light a standard is made for.</summary>
public sealed record LightView(string Description, double? Lux, double ColourTemperatureK, double MainsHz, LampKind Lamp);

/// <summary>An exposure term by term in stops.</summary>
public sealed record BalanceView(
    double LightStops,
    double TimeStops,
    double SpeedStops,
    double IrisStops,
    double FiltersStops,
    double LensStops,
    double ErrorStops,
    string ErrorLabel
);

/// <summary>A unit a sheet is for.</summary>
public sealed record SheetUnitView(string Tag, string Tape, string Place, UnitStatus Status);

/// <summary>A sheet whole.</summary>
public sealed record SheetView(
    string StandardKey,
    string StandardName,
    int StandardVersion,
    string Purpose,
    LightView Light,
    string ModelKey,
    string ModelName,
    int ModelVersion,
    string ModelKind,
    IReadOnlyList<SheetLineView> Lines,
    double LightLeftStops,
    string LightLeftLabel,
    BalanceView? Predicted,
    IReadOnlyList<SheetUnitView> Units,
    StandardState State,
    string Circumstances,
    double? PlannedMinutes,
    IReadOnlyList<FindingView> Findings,
    IReadOnlyList<WaiverView> Waivers,
    IReadOnlyList<string> Handling,
    string KnownName
);

/// <summary>A sheet in one row of the list.</summary>
public sealed record SheetRowView(
    string StandardKey,
    string StandardName,
    int StandardVersion,
    string ModelKey,
    string ModelName,
    int Exact,
    int Compromise,
    int NotPossible,
    int BrokenMusts,
    int CheckByEye,
    string LightLeftLabel,
    string Notable,
    int Units
);

/// <summary>From the core's sheets to what the API shows.</summary>
internal static class SheetViews
{
    internal static SheetView Of(
        Sheet sheet,
        StandardState state,
        IReadOnlyList<SheetUnitView> units,
        IReadOnlyList<FindingView> findings,
        IReadOnlyList<WaiverView> waivers,
        CameraModel? known,
        Phrasing phrasing
    )
    {
        ImmutableDictionary<Setting, Judgement> moved = known is null
            ? ImmutableDictionary<Setting, Judgement>.Empty
            : MovedControls.Of(sheet, known);
        return new(
            sheet.Standard.Key,
            sheet.Standard.Name,
            sheet.Standard.Version,
            sheet.Standard.Purpose,
            Of(sheet.Standard.Light),
            sheet.Model.Key,
            sheet.Model.Name,
            sheet.Model.Version,
            sheet.Model.Kind,
            [.. sheet.Lines.Select(l => Of(l, phrasing, moved.GetValueOrDefault(l.Setting)))],
            sheet.LightLeft.Value,
            new Distance(sheet.LightLeft.Value, NaturalUnit.Stops).Label(),
            sheet.Predicted is { } balance ? Of(balance) : null,
            units,
            state,
            string.Join(", ", sheet.Circumstances.All.Select(ConditionWords.Of)),
            sheet.Standard.PlannedMinutes,
            findings,
            waivers,
            [.. Handling.Of(sheet).Select(phrasing.Text)],
            known?.Name ?? ""
        );
    }

    internal static SheetRowView Row(
        string standardKey,
        string standardName,
        int standardVersion,
        CoverageCellView cell,
        CoverageModelView model
    ) =>
        new(
            standardKey,
            standardName,
            standardVersion,
            model.Key,
            model.Name,
            cell.Exact,
            cell.Compromise,
            cell.NotPossible,
            cell.BrokenMusts,
            cell.CheckByEye,
            cell.LightLeft,
            cell.Notable,
            model.Units
        );

    internal static SheetRowView Row(Sheet sheet, int units, Phrasing phrasing)
    {
        var key = new CellKey(sheet.Standard.Key, sheet.Standard.Version, 0, sheet.Model.Key, sheet.Model.Version);
        return Row(
            key.StandardKey,
            sheet.Standard.Name,
            key.StandardVersion,
            CoverageGrid.View(key, CoverageCell.Of(sheet), phrasing),
            new CoverageModelView(sheet.Model.Key, sheet.Model.Name, sheet.Model.Version, units)
        );
    }

    internal static SheetLineView Of(SheetLine line, Phrasing phrasing, Judgement? elsewhere = null)
    {
        SettingDefinition name = SettingDefinition.Of(line.Setting);
        Dial dial = line.Dial;
        return new(
            name.Key,
            name.Name,
            name.Chapter,
            name.Example,
            line.Notch.Requirement.Text,
            line.Notch.Importance,
            line.Notch.Reason,
            line.Fit,
            line.Target is { } target ? phrasing.Label(target) : null,
            line.Notch.Tolerance.Amount == 0 ? "" : "±" + line.Notch.Tolerance.ToleranceLabel(),
            line.SizeLabel,
            line.Light.Value,
            phrasing.Of(line.Because),
            Of(line.Place),
            Of(dial, line.Target, line.Notch.Tolerance.Amount, phrasing),
            name.Kind.ToString().ToLowerInvariant(),
            line.NothingToDo,
            line.AfterReset,
            line.ResetIsRight,
            [.. line.Notch.When.Select(ConditionWords.Of)],
            phrasing.Text(elsewhere)
        );
    }

    internal static PlaceView? Of(ControlPlace? place) =>
        place is { } p ? new(p.Side, p.Across, p.Down, p.Name, p.Path, p.ManualSign, p.Trap) : null;

    internal static DialView Of(Dial dial, SettingValue? target, double tolerance, Phrasing phrasing) =>
        new([.. dial.Detents.Select(d => Of(d, phrasing))], dial.HasAutomatic, target is null ? null : dial.Locate(target), tolerance);

    private static DetentView Of(Detent detent, Phrasing phrasing)
    {
        (string label, string detail) = detent.In(phrasing.Notation);
        return new DetentView(label, detail, detent.At, detent.Major, detent.TypedIn(phrasing.Notation));
    }

    internal static BalanceView Of(ExposureBalance b) =>
        new(
            b.Light.Value,
            b.Time.Value,
            b.Speed.Value,
            b.Iris.Value,
            b.Filters.Value,
            b.Lens.Value,
            b.Error.Value,
            new Distance(b.Error.Value, NaturalUnit.Stops).Label()
        );

    private static LightView Of(SceneLight light) =>
        new(light.Description, light.Illuminance?.Value, light.Temperature.Value, light.MainsHz, light.Lamp);
}
