using System.Collections.Concurrent;
using GoldNotch.Core.Exposure;
using GoldNotch.Core.Frames;
using GoldNotch.Data;
using GoldNotch.Exchange;
using GoldNotch.Imaging;

namespace GoldNotch.Web.Features.Pictures;

/// <summary>A curve and where it comes from.</summary>
/// <param name="Name">Name of the curve.</param>
/// <param name="Source">Who says so.</param>
internal sealed record UsedCurve(string Name, CurveSource Source);

/// <summary>Who says which curve a picture is in.</summary>
public enum CurveSource
{
    /// <summary>The person.</summary>
    Person,

    /// <summary>The file.</summary>
    File,

    /// <summary>Nobody: what is usual is taken.</summary>
    Usual,
}

/// <summary>Decodes, reduces and measures pictures. What follows a hand is measured on a reduced picture that is held; what counts at full size.</summary>
internal sealed class PictureDesk(PictureFiles files)
{
    // A reduced picture takes 3 MB; the oldest go when there are more.
    private const int Held = 24;
    private const int HeldLongest = 640;

    private readonly ConcurrentDictionary<(Guid Id, bool? IsLegal), (long Turn, ReducedPicture Picture)> _held = new();
    private long _turn;

    /// <summary>Decodes a picture's file.</summary>
    /// <exception cref="RefusedException">It is no picture, or lies here no longer.</exception>
    internal async Task<PictureFile> DecodeAsync(Guid id, PictureSettingsDocument settings, CancellationToken cancel)
    {
        string path = files.Find(id)
            ?? throw new RefusedException(
                ProblemCode.NotFound,
                "/file",
                "The file of this picture is here no longer: files go after some days unless somebody asks to keep them. Its figures stay. Choose the file again to measure it anew."
            );
        try
        {
            return await PictureDecoder.ReadAsync(path, settings.LegalRange, settings.AtSeconds, cancel);
        }
        catch (PictureRefusedException refused)
        {
            throw new RefusedException(
                refused.Refusal == PictureRefusal.TooLarge ? ProblemCode.TooLarge : ProblemCode.BadPicture,
                "/file",
                refused.Message,
                refused
            );
        }
    }

    /// <summary>The reduced picture, decoded again where it is no longer held.</summary>
    internal async Task<ReducedPicture> ReducedAsync(Guid id, PictureSettingsDocument settings, CancellationToken cancel)
    {
        if (_held.TryGetValue((id, settings.LegalRange), out (long Turn, ReducedPicture Picture) held))
        {
            return held.Picture;
        }

        return Hold(id, settings, (await DecodeAsync(id, settings, cancel)).Pixels);
    }

    /// <summary>Reduces a picture and holds it.</summary>
    internal ReducedPicture Hold(Guid id, PictureSettingsDocument settings, DecodedPicture picture)
    {
        ReducedPicture reduced = ReducedPicture.Of(picture, HeldLongest);
        _held[(id, settings.LegalRange)] = (Interlocked.Increment(ref _turn), reduced);
        foreach (var old in _held.OrderByDescending(h => h.Value.Turn).Skip(Held))
        {
            _held.TryRemove(old.Key, out _);
        }

        return reduced;
    }

    /// <summary>The curve a picture is read by: what the person says, else what its file declares, else what is usual for its kind.</summary>
    internal static UsedCurve CurveOf(PictureSettingsDocument settings, StoredPicture picture) =>
        settings.Curve is { } said ? new UsedCurve(said, CurveSource.Person)
        : picture.Curve.Length > 0 ? new UsedCurve(picture.Curve, CurveSource.File)
        : new UsedCurve(KindOf(picture).IsStill() ? "sRGB" : "BT.709", CurveSource.Usual);

    /// <summary>What its signals are read by.</summary>
    /// <exception cref="RefusedException">The curve cannot be, or the file declares one that is not read.</exception>
    internal static PictureProfile ProfileOf(PictureSettingsDocument settings, StoredPicture picture)
    {
        ToneCurve curve = PictureReader.Curve(settings) ?? Declared(CurveOf(settings, picture).Name);
        return RefusedException.At("/settings/clipLevel", () => new PictureProfile(curve, settings.ClipLevel, picture.Is2020));
    }

    // The store keeps the word of the kind.
    private static FileKind KindOf(StoredPicture picture) => Enum.Parse<FileKind>(picture.Kind, ignoreCase: true);

    private static ToneCurve Declared(string name) =>
        name is "BT.709" or "sRGB" or "HLG"
            ? ToneCurve.Named(name)
            : throw new RefusedException(
                ProblemCode.BadValue,
                "/settings/curve",
                $"The file says that it is in {name}, which is not read. Choose the curve that the camera recorded in."
            );

    /// <summary>Measures every region.</summary>
    /// <exception cref="RefusedException">A region is too small.</exception>
    internal static List<RegionFiguresDocument> Measure(
        IPixels picture,
        IReadOnlyList<(RegionDocument Document, FrameRegion Region)> regions,
        PictureProfile profile
    ) =>
        [
            .. regions.Select(
                (r, i) =>
                    RegionFiguresDocument.Of(
                        r.Document.Id,
                        RefusedException.At($"/regions/{i}", () => RegionStatistics.Of(picture, r.Region, profile))
                    )
            ),
        ];
}
