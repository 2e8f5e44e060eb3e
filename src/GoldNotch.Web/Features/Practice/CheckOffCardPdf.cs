using System.Globalization;
using GoldNotch.Web.Features.Printing;
using SkiaSharp;

namespace GoldNotch.Web.Features.Practice;

/// <summary>The card a borrower carries: the models that are checked off and until when, with a code that opens the list.</summary>
internal static class CheckOffCardPdf
{
    // A bank card, which every wallet holds: 85.6 by 54 mm.
    private const float Wide = 242.6f;
    private const float High = 153;
    private const float Edge = 12;
    private const float CodeSize = 58;
    private const float Least = 4.5f;

    /// <summary>A model on the card.</summary>
    internal sealed record Entry(string Model, DateOnly ValidUntil);

    internal static byte[] Of(string name, string department, Entry[] entries, string address, DateOnly today) =>
        PrintedPage.Upright(
            $"{name}: check-offs",
            new PaperSize(Wide, High),
            (canvas, width, height) => new Card(canvas, width, height),
            page => ((Card)page).Draw(name, department, entries, address, today)
        );

    private sealed class Card(SKCanvas canvas, float width, float height) : PrintedPage(canvas, width, height, 7)
    {
        internal void Draw(string name, string department, Entry[] entries, string address, DateOnly today)
        {
            float text = Width - (3 * Edge) - CodeSize;
            using SKFont large = Lettering.Font(Lettering.Bold, 12);
            Canvas.Write(Lettering.Fitted(name, large, Width - (2 * Edge)), Edge, 22, SKTextAlign.Left, large, Ink);
            string says = department.Length > 0 ? $"{department}: may borrow" : "May borrow";
            Canvas.Write(Lettering.Fitted(says, Words, Width - (2 * Edge)), Edge, 34, SKTextAlign.Left, Words, Ink);
            float room = Height - 46 - 20;
            float line = Math.Min(11, room / entries.Length);
            using SKFont rows = Lettering.Font(Lettering.Words, Math.Max(Least, line * 0.72f));
            float y = 46;
            foreach (Entry entry in entries)
            {
                string until = entry.ValidUntil.ToString("yyyy-MM-dd", CultureInfo.InvariantCulture);
                Canvas.Write(Lettering.Fitted($"{entry.Model}, until {until}", rows, text), Edge, y, SKTextAlign.Left, rows, Ink);
                y += line;
            }

            QrCodes.Draw(Canvas, address, new SKRect(Width - Edge - CodeSize, Height - Edge - CodeSize, Width - Edge, Height - Edge), Ink);
            string printed = $"printed {today.ToString("yyyy-MM-dd", CultureInfo.InvariantCulture)}";
            Canvas.Write(Lettering.Fitted(printed, Words, text), Edge, Height - Edge, SKTextAlign.Left, Words, Ink);
        }
    }
}
