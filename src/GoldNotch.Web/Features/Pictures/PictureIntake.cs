using GoldNotch.Data;
using GoldNotch.Exchange;
using GoldNotch.Imaging;
using GoldNotch.Web.Hosting;

namespace GoldNotch.Web.Features.Pictures;

/// <summary>Takes pictures in, whether a person brings them or a camera gives them: the file, what it is, and what is looked at.</summary>
internal sealed class PictureIntake(PictureStore pictures, PictureDesk desk, PictureFiles files, TimeProvider clock)
{
    /// <summary>Takes a picture in; nothing is left of one that is refused.</summary>
    /// <param name="id">Its id.</param>
    /// <param name="name">Name of its file.</param>
    /// <param name="unit">The unit it is of; null or empty: the one whose tag stands in the name.</param>
    /// <param name="body">The file as it comes.</param>
    /// <param name="author">Who brings it.</param>
    /// <param name="cancel">Cancels.</param>
    /// <exception cref="RefusedException">It is no picture, or there is no such unit.</exception>
    internal async Task<StoredPicture> TakeAsync(Guid id, string name, string? unit, Stream body, Author author, CancellationToken cancel)
    {
        UploadedFile upload = await files.TakeAsync(id, body, cancel);
        try
        {
            var settings = new PictureSettingsDocument();
            PictureFile file = await desk.DecodeAsync(id, settings, cancel);
            desk.Hold(id, settings, file.Pixels);
            string? tag = string.IsNullOrWhiteSpace(unit) ? await pictures.UnitInAsync(name, cancel) : unit.Trim();
            return await pictures.AddAsync(
                new StoredPicture(
                    id,
                    name,
                    file.Kind.ToString().ToLowerInvariant(),
                    tag,
                    author.Name,
                    author.Id,
                    clock.GetUtcNow(),
                    upload.Bytes,
                    upload.Sha256,
                    file.Pixels.Width,
                    file.Pixels.Height,
                    file.Pixels.Bits,
                    file.Declared?.CurveName ?? "",
                    file.Declared?.Is2020 ?? false,
                    false,
                    new PictureDocument(settings, [], []),
                    1
                ),
                Preview.Jpeg(ReducedPicture.Of(file.Pixels, Preview.Longest)),
                author.Actor,
                cancel
            );
        }
        catch (RefusedException)
        {
            // Nothing is left of what is not taken.
            files.Drop(id);
            throw;
        }
    }
}
