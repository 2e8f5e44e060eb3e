using GoldNotch.Core.Cameras;
using GoldNotch.Core.Settings;
using GoldNotch.Core.Units;
using GoldNotch.Data;
using GoldNotch.Exchange;
using GoldNotch.Web.Features.CameraLinks;
using GoldNotch.Web.Hosting;

namespace GoldNotch.Web.Features.Measurements;

/// <summary>What came of asking a linked camera for a picture of a measurement.</summary>
/// <param name="Still">The still, or why there is none.</param>
/// <param name="Take">How it was taken.</param>
internal sealed record MeasurementStill(LinkedStill Still, FigureTakeDocument Take);

/// <summary>Linked cameras in a measurement: set where they take it, looked at whether they stand as the picture asks, and then asked for it.</summary>
internal sealed class MeasurementCameras(ICameraLink link, LinkedStills stills)
{
    // Stops; rings and speeds have no finer marks.
    private const double Moved = 0.05;

    private static readonly Setting[] Read =
    [
        Setting.NeutralDensity,
        Setting.BaseIso,
        Setting.Gain,
        Setting.Iris,
        Setting.Shutter,
        Setting.Profile,
    ];

    /// <summary>Takes a picture.</summary>
    /// <param name="whole">The measurement.</param>
    /// <param name="shot">Which picture.</param>
    /// <param name="unit">The camera.</param>
    /// <param name="request">What the person asks.</param>
    /// <param name="author">Who asks.</param>
    /// <param name="cancel">Cancels.</param>
    internal async Task<MeasurementStill> TakeAsync(
        WholeMeasurement whole,
        FigureShotDocument shot,
        StoredUnit unit,
        MeasurementStillRequest request,
        Author author,
        CancellationToken cancel
    )
    {
        var asked = new LinkedUnit(unit.Tag, unit.ModelKey, whole.Model.Name);
        FigureTakeDocument? reference = Reference(whole, shot)?.Stored.Document;
        if (request.Set && await SetAsync(whole, shot, reference, asked, cancel) is { } failed)
        {
            return new MeasurementStill(failed, new FigureTakeDocument());
        }

        LinkedStill still = await stills.TakeAsync(
            asked,
            Read,
            shown => Against(whole, unit.Tag, shot, shown),
            request.Picture,
            $"{unit.Tag} {whole.Document.Kind.ToString().ToLowerInvariant()} {shot.Number}.png",
            author,
            cancel
        );
        string? iris = Shown(still, Setting.Iris) is { } i ? ShownValues.Number(i) : null;
        double? degrees = Shown(still, Setting.Shutter) is { } angle ? ShownValues.Degrees(angle) : null;
        double? seconds = degrees is null && Shown(still, Setting.Shutter) is { } speed ? ShownValues.Seconds(speed) : null;
        var take = new FigureTakeDocument(request.OpenedStops, iris, seconds, degrees);
        double? opened = reference is null ? null : Opened(reference, take);
        // Where nothing on the camera moved, the light did, or a filter in front: then the person knows.
        return new MeasurementStill(still, opened is { } stops && Math.Abs(stops) > Moved ? take with { OpenedStops = stops } : take);
    }

    /// <summary>The picture that what was opened is counted from: clear of the same run, or mid grey; null where nothing is counted.</summary>
    private static MeasuredTake? Reference(WholeMeasurement whole, FigureShotDocument shot)
    {
        FigureShotDocument? first = shot switch
        {
            { Filter: not null } => whole.Document.Shots.FirstOrDefault(s => s.Run == shot.Run),
            { ExposedStops: not null } => whole.Document.Shots.FirstOrDefault(s => s.ExposedStops == 0),
            { GainDb: not null } => whole.Document.Shots[0],
            _ => null,
        };
        return first is null || first.Number == shot.Number ? null : whole.Takes.FirstOrDefault(t => t.Stored.Shot == first.Number);
    }

    // Iris and shutter as the camera shows them: a hand that reckons is not asked.
    private static double? Opened(FigureTakeDocument from, FigureTakeDocument to) =>
        from.Iris is { } was && to.Iris is { } iris && Longer(from, to) is { } longer
            ? from.OpenedStops + FNumber.Parse(iris).OpennessFrom(FNumber.Parse(was)).Value + longer
            : null;

    private static double? Longer(FigureTakeDocument from, FigureTakeDocument to) =>
        from.ShutterDegrees is { } wasAngle && to.ShutterDegrees is { } angle ? Math.Log2(angle / wasAngle)
        : from.ShutterSeconds is { } wasTime && to.ShutterSeconds is { } time ? Math.Log2(time / wasTime)
        : null;

    private async Task<LinkedStill?> SetAsync(
        WholeMeasurement whole,
        FigureShotDocument shot,
        FigureTakeDocument? reference,
        LinkedUnit asked,
        CancellationToken cancel
    )
    {
        LinkAnswer<CameraIdentity> identity = await link.IdentifyAsync(asked, cancel);
        if (identity.Value is not { } camera)
        {
            return new LinkedStill(identity.State, identity.Sentence, null, []);
        }

        foreach ((Setting setting, string value) in Orders(whole, shot, reference).Where(o => camera.Accepts.Contains(o.Setting)))
        {
            LinkAnswer<IReadOnlyList<ShownSetting>> answer = await link.SetAsync(asked, setting, value, cancel);
            if (answer.Value is null)
            {
                return new LinkedStill(answer.State, answer.Sentence, null, []);
            }
        }

        return null;
    }

    private static IEnumerable<(Setting Setting, string Value)> Orders(
        WholeMeasurement whole,
        FigureShotDocument shot,
        FigureTakeDocument? reference
    )
    {
        switch (shot)
        {
            case { Filter: { } label }:
                yield return (Setting.NeutralDensity, label);
                break;
            case { GainDb: { } gain }:
                string word = shot.Base ?? "";
                if (whole.Model.Gain.BaseOf(word.Length == 0 ? null : word) is { } on)
                {
                    yield return (Setting.BaseIso, on.Word);
                }

                GainPosition? at = whole
                    .Model.Gain.PositionsOn(word.Length == 0 ? null : word)
                    .FirstOrDefault(p => Math.Abs(p.Gain.Value - gain) < 0.05);
                yield return (Setting.Gain, at is { Name.Length: > 0 } ? at.Name : new Decibels(gain).Label());
                double first = Speed(whole, whole.Document.Shots[0]);
                if (Shutter(whole, reference, -(Speed(whole, shot) - first)) is { } darker)
                {
                    yield return (Setting.Shutter, darker);
                }

                break;
            case { ExposedStops: { } by }:
                if (Shutter(whole, reference, by) is { } time)
                {
                    yield return (Setting.Shutter, time);
                }

                break;
        }
    }

    // Stops of sensitivity of a gain on its base, so that two bases can be compared.
    private static double Speed(WholeMeasurement whole, FigureShotDocument shot) =>
        new Decibels(shot.GainDb ?? 0).ToStops().Value
        + (
            whole.Model.Gain.Bases.IsEmpty
            || whole.Model.Gain.IsoOn(shot.Base) is not { } iso
            || whole.Model.Gain.IsoOn(null) is not { } lowest
                ? 0
                : Math.Log2(iso.Value / lowest.Value)
        );

    // The nearest speed of the camera; what it really is is read back.
    private static string? Shutter(WholeMeasurement whole, FigureTakeDocument? reference, double by) =>
        reference?.ShutterDegrees is { } angle && whole.Model.Angles is { } angles
            ? angles.Marks.MinBy(a => Math.Abs(Math.Log2(a.Degrees / angle) - by)).Label()
        : reference?.ShutterSeconds is { } time && !whole.Model.Shutters.IsEmpty
            ? whole.Model.Shutters.MinBy(s => Math.Abs(Math.Log2(s.Seconds / time) - by)).Label()
        : null;

    // A picture of another filter or gain than it is taken for would be a figure that nobody can find again.
    private static string? Against(WholeMeasurement whole, string tag, FigureShotDocument shot, IReadOnlyList<ShownSetting> shown)
    {
        CameraModel model = whole.Model;
        ShownSetting? Of(Setting setting) => shown.FirstOrDefault(s => s.Setting == setting);
        if (shown.FirstOrDefault(s => s.Automatic) is { } floats)
        {
            return $"{SettingDefinition.Of(floats.Setting).Name} of {tag} is automatic: it moves with the picture. Set it to manual and take it again.";
        }

        if (
            whole.Document.Profile is { Length: > 0 } profile
            && Of(Setting.Profile) is { } records
            && model.Choices.GetValueOrDefault(Setting.Profile)?.Of(profile) is { } position
            && !ShownValues.IsChoice(position, records.Shows)
        )
        {
            return $"{tag} records in {records.Shows}; this measurement is read as {position.Label}. Set it, or choose the other profile here.";
        }

        if (shot.Filter is { } label && Of(Setting.NeutralDensity) is { } filter && !ShownValues.IsFilter(label, filter.Shows))
        {
            return $"The filter of {tag} is at {filter.Shows}; this picture is of {label}. Set it, and take it again.";
        }

        if (shot.GainDb is not { } gain)
        {
            return null;
        }

        if (
            shot.Base is { Length: > 0 } word
            && Of(Setting.BaseIso) is { } shownBase
            && model.Gain.Bases.FirstOrDefault(b => ShownValues.IsBase(b, shownBase.Shows)) is { } on
            && on.Word != word
        )
        {
            return $"{tag} is on the {on.Word} base; this picture is of the {word} one. Set it, and take it again.";
        }

        return
            Of(Setting.Gain) is { } at && ShownValues.Gain(model, shot.Base ?? "", at.Shows) is { } stands && Math.Abs(stands - gain) > 0.3
            ? $"Gain of {tag} is {at.Shows}; this picture is of {new Decibels(gain).Label()}. Set it, and take it again."
            : null;
    }

    private static string? Shown(LinkedStill still, Setting setting) =>
        still.Shown.FirstOrDefault(s => s.Setting == setting && !s.Automatic)?.Shows;
}
