using GoldNotch.Core.Cameras;
using GoldNotch.Core.Exposure;
using GoldNotch.Core.Frames;
using GoldNotch.Data;
using GoldNotch.Exchange;
using GoldNotch.Imaging;
using GoldNotch.Web.Hosting;

namespace GoldNotch.Web.Features.Pictures;

/// <summary>The camera that a picture is of, and how it was set.</summary>
/// <param name="Tag">The unit.</param>
/// <param name="Model">Its model.</param>
/// <param name="Profile">Word of its picture profile; empty where none is known.</param>
/// <param name="BalanceK">What white balance was set to; null where nobody knows.</param>
internal sealed record PictureOf(string Tag, CameraModel Model, string Profile, double? BalanceK);

/// <summary>Makes a picture ready for the work it belongs to: read by the curve of the camera's picture profile, with its regions proposed, and measured.</summary>
internal sealed class PictureReadings(PictureStore pictures, PictureDesk desk)
{
    /// <summary>Regions that somebody has drawn stay, and so does a curve that somebody has named.</summary>
    /// <param name="picture">The picture.</param>
    /// <param name="of">The camera.</param>
    /// <param name="propose">Regions for a picture that has no grey card yet.</param>
    /// <param name="author">Who brings it.</param>
    /// <param name="cancel">Cancels.</param>
    internal async Task<StoredPicture> ReadyAsync(
        StoredPicture picture,
        PictureOf of,
        Func<DecodedPicture, PictureProfile, IEnumerable<RegionDocument>> propose,
        Author author,
        CancellationToken cancel
    )
    {
        PictureSettingsDocument settings = Settings(picture.Document.Settings, of);
        IReadOnlyList<RegionDocument> drawn = picture.Document.Regions;
        bool hasCard = drawn.Any(r => r.Kind == RegionKind.GreyCard);
        if (hasCard && settings == picture.Document.Settings && picture.UnitTag == of.Tag)
        {
            return picture;
        }

        DecodedPicture pixels = (await desk.DecodeAsync(picture.Id, settings, cancel)).Pixels;
        PictureProfile profile = PictureDesk.ProfileOf(settings, picture);
        IReadOnlyList<RegionDocument> regions = hasCard ? drawn : [.. drawn, .. propose(pixels, profile)];
        return await pictures.ChangeAsync(
            picture.Id,
            picture.Version,
            new PictureDocument(settings, regions, PictureDesk.Measure(pixels, PictureReader.Regions(regions), profile)),
            of.Tag,
            picture.Original,
            author.Actor,
            cancel
        )
            ?? throw new RefusedException(
                ProblemCode.ChangedMeanwhile,
                "/picture",
                "Somebody else changed this picture at the same moment. Nothing was overwritten; choose it again."
            );
    }

    private static PictureSettingsDocument Settings(PictureSettingsDocument now, PictureOf of)
    {
        PictureSettingsDocument set = now with { BalanceK = of.BalanceK ?? now.BalanceK };
        return IsOfProfile(now, of.Model) && of.Model.Curves.GetValueOrDefault(of.Profile) is { } known
            ? set with
            {
                Curve = known.Name,
                Log = known.Curve is ToneCurve.Log log ? new LogCurveDocument(log.A, log.B, log.C, log.D, log.E, log.F, log.Cut) : null,
                ClipLevel = known.ClipLevel,
            }
            : set;
    }

    // A curve that a profile has given is given by another profile anew; one that a person named is not.
    private static bool IsOfProfile(PictureSettingsDocument now, CameraModel model) =>
        now.Curve is null
        || model.Curves.Values.Any(c =>
            c.Name == now.Curve && c.ClipLevel == now.ClipLevel && (now.Log is null || c.Curve is ToneCurve.Log)
        );
}
