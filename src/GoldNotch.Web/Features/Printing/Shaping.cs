using System.Collections.Concurrent;
using System.Runtime.InteropServices;
using HarfBuzzSharp;
using SkiaSharp;
using Buffer = HarfBuzzSharp.Buffer;

namespace GoldNotch.Web.Features.Printing;

/// <summary>Letters set as the typeface means them to stand, with its kerning: drawn and measured alike.</summary>
internal static class Shaping
{
    // A shaping font is only read once it is made, and is shared by all who print. The dictionary may make one twice; both are good.
    private static readonly ConcurrentDictionary<SKTypeface, Font> Fonts = new();

    // The library hands these to native code, which goes on reading them: what is collected here would be freed under it.
    private static readonly ConcurrentBag<object> InUse = [];

    /// <summary>Width of a text on one line, in points.</summary>
    /// <param name="font">The font.</param>
    /// <param name="text">The text.</param>
    internal static float WidthOf(this SKFont font, string text) => text.Length == 0 ? 0 : Shape(text, font).Width;

    /// <summary>Writes a text on one line.</summary>
    /// <param name="canvas">Where.</param>
    /// <param name="text">The text.</param>
    /// <param name="x">Its beginning, middle or end, as the alignment says.</param>
    /// <param name="y">Its base line.</param>
    /// <param name="align">What stands at <paramref name="x"/>.</param>
    /// <param name="font">The font.</param>
    /// <param name="paint">The ink.</param>
    internal static void Write(this SKCanvas canvas, string text, float x, float y, SKTextAlign align, SKFont font, SKPaint paint)
    {
        if (text.Length == 0)
        {
            return;
        }

        (ushort[] glyphs, SKPoint[] places, float width) = Shape(text, font);
        using var builder = new SKTextBlobBuilder();
        builder.AddPositionedRun(glyphs, font, places);
        using SKTextBlob? line = builder.Build();
        float left = align switch
        {
            SKTextAlign.Right => x - width,
            SKTextAlign.Center => x - (width / 2),
            _ => x,
        };
        canvas.DrawText(line, left, y, paint);
    }

    private static (ushort[] Glyphs, SKPoint[] Places, float Width) Shape(string text, SKFont font)
    {
        Font shaper = Fonts.GetOrAdd(font.Typeface, Open);
        using var buffer = new Buffer();
        buffer.AddUtf16(text);
        buffer.GuessSegmentProperties();
        shaper.Shape(buffer);
        float scale = font.Size / font.Typeface.UnitsPerEm;
        ReadOnlySpan<GlyphInfo> infos = buffer.GetGlyphInfoSpan();
        ReadOnlySpan<GlyphPosition> positions = buffer.GetGlyphPositionSpan();
        var glyphs = new ushort[infos.Length];
        var places = new SKPoint[infos.Length];
        float at = 0;
        for (int i = 0; i < infos.Length; i++)
        {
            glyphs[i] = (ushort)infos[i].Codepoint;
            places[i] = new SKPoint(at + (positions[i].XOffset * scale), -positions[i].YOffset * scale);
            at += positions[i].XAdvance * scale;
        }

        return (glyphs, places, at);
    }

    // The library copies what it is given only when it is told to; else it would read an array that is moved or collected.
    private static Blob Copied(byte[] bytes)
    {
        var held = GCHandle.Alloc(bytes, GCHandleType.Pinned);
        try
        {
            return new Blob(held.AddrOfPinnedObject(), bytes.Length, MemoryMode.Duplicate);
        }
        finally
        {
            held.Free();
        }
    }

    // The tables come from the typeface, so that a compressed font file serves both.
    private static Font Open(SKTypeface typeface)
    {
        var face = new Face(
            (_, tag) =>
            {
                Blob table = typeface.TryGetTableData(tag, out byte[]? bytes) && bytes is { Length: > 0 } ? Copied(bytes) : Blob.Empty;
                InUse.Add(table);
                return table;
            }
        )
        {
            UnitsPerEm = typeface.UnitsPerEm,
        };
        var font = new Font(face);
        font.SetFunctionsOpenType();
        font.SetScale(typeface.UnitsPerEm, typeface.UnitsPerEm);
        InUse.Add(face);
        InUse.Add(font);
        return font;
    }
}
