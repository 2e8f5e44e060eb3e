using System.Security.Cryptography;
using GoldNotch.Exchange;
using GoldNotch.Web.Hosting;

namespace GoldNotch.Web.Features.Pictures;

/// <summary>A file as it came in.</summary>
/// <param name="Path">Where it lies.</param>
/// <param name="Bytes">Its size.</param>
/// <param name="Sha256">Its sum.</param>
internal sealed record UploadedFile(string Path, long Bytes, byte[] Sha256);

/// <summary>The files of pictures while they are worked on.</summary>
internal sealed class PictureFiles(SiteSettings settings, TimeProvider clock)
    : UploadedFiles(settings, "pictures", settings.PictureBytes, clock)
{
    private protected override string TooLarge =>
        $"A picture has at most {MostBytes / (1024 * 1024)} MB. Save it smaller, or as JPEG. Nothing was saved.";
}

/// <summary>The files of clips while they are judged.</summary>
internal sealed class ClipFiles(SiteSettings settings, TimeProvider clock) : UploadedFiles(settings, "clips", settings.ClipBytes, clock)
{
    private protected override string TooLarge =>
        $"A clip has at most {MostBytes / (1024 * 1024)} MB. Ten seconds are enough: record a shorter one. Nothing was saved.";
}

/// <summary>Files while they are worked on: a day where nobody asks for more, in a folder that is shared by every copy of the site.</summary>
internal abstract class UploadedFiles
{
    private readonly string _folder;
    private readonly TimeProvider _clock;

    private protected UploadedFiles(SiteSettings settings, string folder, long mostBytes, TimeProvider clock)
    {
        _clock = clock;
        (MostBytes, Kept) = (mostBytes, settings.KeepPictures);
        _folder = Path.Combine(settings.DataFolder ?? Path.Combine(Path.GetTempPath(), "gold-notch"), folder);
        Directory.CreateDirectory(_folder);
    }

    /// <summary>What is said of a file that is too large, and what became of it.</summary>
    private protected abstract string TooLarge { get; }

    /// <summary>Largest file, bytes.</summary>
    internal long MostBytes { get; }

    /// <summary>How long a file lies that nobody asked to keep.</summary>
    internal TimeSpan Kept { get; }

    /// <summary>Where a picture's file lies, or null where it lies no longer.</summary>
    internal string? Find(Guid id)
    {
        string path = At(id);
        return File.Exists(path) ? path : null;
    }

    /// <summary>Takes a file in as it comes over the line: never the whole of it in memory, and nothing of half a file is left.</summary>
    /// <exception cref="RefusedException">It is too large.</exception>
    internal async Task<UploadedFile> TakeAsync(Guid id, Stream body, CancellationToken cancel)
    {
        string part = At(id) + "." + Guid.NewGuid().ToString("N") + ".part";
        try
        {
            using var sum = IncrementalHash.CreateHash(HashAlgorithmName.SHA256);
            long bytes = 0;
            await using (FileStream file = File.Create(part))
            {
                byte[] buffer = new byte[81920];
                int read;
                while ((read = await body.ReadAsync(buffer, cancel)) > 0)
                {
                    bytes += read;
                    if (bytes > MostBytes)
                    {
                        throw new RefusedException(ProblemCode.TooLarge, "/file", TooLarge);
                    }

                    sum.AppendData(buffer, 0, read);
                    await file.WriteAsync(buffer.AsMemory(0, read), cancel);
                }
            }

            File.Move(part, At(id), overwrite: true);
            return new UploadedFile(At(id), bytes, sum.GetHashAndReset());
        }
        finally
        {
            File.Delete(part);
        }
    }

    /// <summary>Lets a file go.</summary>
    internal void Drop(Guid id) => File.Delete(At(id));

    /// <summary>Lets every file go that is older than they are kept and that nobody keeps, half ones too.</summary>
    /// <param name="kept">Pictures whose file was asked to be kept.</param>
    /// <returns>How many went.</returns>
    internal int Sweep(IReadOnlySet<Guid> kept)
    {
        int gone = 0;
        foreach (string path in Directory.EnumerateFiles(_folder))
        {
            bool isKept = Guid.TryParse(Path.GetFileName(path), out Guid id) && kept.Contains(id);
            if (!isKept && File.GetLastWriteTimeUtc(path) < (_clock.GetUtcNow() - Kept).UtcDateTime)
            {
                File.Delete(path);
                gone++;
            }
        }

        return gone;
    }

    private string At(Guid id) => Path.Combine(_folder, id.ToString("D"));
}
