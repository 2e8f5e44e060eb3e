using GoldNotch.Core.Cameras;
using GoldNotch.Data;
using GoldNotch.Web.Features.Pictures;
using GoldNotch.Web.Hosting;

namespace GoldNotch.Web.Features.CameraLinks;

/// <summary>What came of asking a linked camera for a still.</summary>
/// <param name="State">How it answered.</param>
/// <param name="Sentence">What happened and what to do; empty where it answers.</param>
/// <param name="Picture">The picture; null where it gave none.</param>
/// <param name="Shown">What its controls showed before.</param>
internal sealed record LinkedStill(LinkState State, string Sentence, StoredPicture? Picture, IReadOnlyList<ShownSetting> Shown);

/// <summary>Stills of linked cameras: who it is, where its controls stand, and then the picture.</summary>
internal sealed class LinkedStills(ICameraLink link, PictureIntake intake)
{
    /// <summary>Takes a still.</summary>
    /// <param name="unit">The camera.</param>
    /// <param name="read">Which settings are read before; what it does not report is left out.</param>
    /// <param name="against">What speaks against the picture, by what was read; null where nothing does.</param>
    /// <param name="id">Id of the picture.</param>
    /// <param name="name">Name of its file.</param>
    /// <param name="author">Who asks.</param>
    /// <param name="cancel">Cancels.</param>
    internal async Task<LinkedStill> TakeAsync(
        LinkedUnit unit,
        IReadOnlyList<Setting> read,
        Func<IReadOnlyList<ShownSetting>, string?> against,
        Guid id,
        string name,
        Author author,
        CancellationToken cancel
    )
    {
        LinkAnswer<CameraIdentity> identity = await link.IdentifyAsync(unit, cancel);
        if (identity.Value is not { } camera)
        {
            return new LinkedStill(identity.State, identity.Sentence, null, []);
        }

        if (!camera.GivesStills)
        {
            return new LinkedStill(LinkState.None, $"{unit.Tag} gives no stills over its link: choose the file of its picture.", null, []);
        }

        LinkAnswer<IReadOnlyList<ShownSetting>> shown = await link.ReadAsync(unit, [.. read.Where(camera.Reports.Contains)], cancel);
        if (shown.Value is not { } settings)
        {
            return new LinkedStill(shown.State, shown.Sentence, null, []);
        }

        if (against(settings) is { } reason)
        {
            return new LinkedStill(LinkState.Answers, reason, null, settings);
        }

        LinkAnswer<StoredPicture> still = await link.StillAsync(
            unit,
            (body, stop) => intake.TakeAsync(id, name, unit.Tag, body, author, stop),
            cancel
        );
        return new LinkedStill(still.State, still.Sentence, still.Value, settings);
    }
}
