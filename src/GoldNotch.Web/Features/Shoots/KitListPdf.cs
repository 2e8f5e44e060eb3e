using GoldNotch.Exchange;
using GoldNotch.Web.Features.Printing;
using SkiaSharp;

namespace GoldNotch.Web.Features.Shoots;

/// <summary>What goes along, on one upright page: each camera's kit and what it takes from pools, with a box to tick going out and one coming back.</summary>
internal static class KitListPdf
{
    private const float Largest = 11;
    private const float Least = 5;

    internal static byte[] Of(ShootView shoot, PaperSize paper, Data.Department department, DateTimeOffset now) =>
        PrintedPage.Upright(
            $"{shoot.Document.Name}: kit list",
            paper,
            (canvas, width, height) => new Page(canvas, width, height),
            page => ((Page)page).Draw(shoot, department, now)
        );

    /// <summary>A line of the list: a camera's head, or a piece with how many of it.</summary>
    private sealed record Entry(string Text, int? Count, string Where);

    private sealed class Page(SKCanvas canvas, float width, float height) : PrintedPage(canvas, width, height)
    {
        internal void Draw(ShootView shoot, Data.Department department, DateTimeOffset now)
        {
            ShootDocument document = shoot.Document;
            Canvas.Write(Lettering.Fitted(document.Name, Title, Wide), Margin, Y, SKTextAlign.Left, Title, Ink);
            Y += 16;
            string call = document.Call is { } at ? CallSheetPdf.Moment(at, null, department) : "no date yet";
            string place = document.Place.Length > 0 ? $"{document.Place}, " : "";
            Paragraph($"Kit list. {place}{call}. First box: out. Second box: back.", Wide);
            Y += 6;
            Columns([.. Entries(shoot)]);
            string who = "Counted out by ______________________      Counted back by ______________________";
            Canvas.Write(who, Margin, Height - 36, SKTextAlign.Left, Words, Ink);
            Canvas.Write(
                Lettering.Plain($"{department.Name}  printed {SheetPdf.Printed(department.Local(now))}"),
                Margin,
                Height - 20,
                SKTextAlign.Left,
                Words,
                Ink
            );
        }

        private static IEnumerable<Entry> Entries(ShootView shoot)
        {
            foreach (ShootCameraView camera in shoot.Cameras)
            {
                string who = camera.OperatorName.Length > 0 ? $", {camera.OperatorName}" : "";
                string tape = camera.Tape.Length > 0 ? $" ({camera.Tape})" : "";
                yield return new Entry($"{camera.Letter}  {camera.Unit}{tape}, {camera.ModelName}{who}", null, "");
                CameraPackView? pack = shoot.Pack.Cameras.FirstOrDefault(p => p.Letter == camera.Letter);
                if (pack is null || pack.Kit.Count + pack.Pools.Count == 0)
                {
                    yield return new Entry("No kit is written down.", 0, "");
                }

                foreach (KitPieceDocument piece in pack?.Kit ?? [])
                {
                    string own = piece.Supply == "bring-your-own" ? ", bring your own" : "";
                    string code = piece.Code.Length > 0 ? $" [{piece.Code}]" : "";
                    yield return new Entry($"{piece.Name}{code}{own}{(piece.Required ? "" : ", optional")}", piece.Count, piece.Where);
                }

                foreach (PoolPieceView taken in pack?.Pools ?? [])
                {
                    yield return new Entry(taken.Name, taken.Count, "from the pool");
                }
            }
        }

        // As large as it can be for the page to hold all: two columns, then three, and smaller where that is not enough.
        private void Columns(Entry[] entries)
        {
            float room = Height - Y - 52;
            for (float size = Largest; ; size -= 0.5f)
            {
                int columns = size > 8 ? 2 : 3;
                float step = size * 1.35f;
                int rows = (int)(room / step);
                // A line is left before each camera but the first.
                int lines = entries.Length + entries.Count(e => e.Count is null);
                if (lines + columns <= rows * columns || size <= Least)
                {
                    Draw(entries, size, step, columns, rows);
                    return;
                }
            }
        }

        private void Draw(Entry[] entries, float size, float step, int columns, int rows)
        {
            using SKFont bold = Lettering.Font(Lettering.Bold, size);
            using SKFont words = Lettering.Font(Lettering.Words, size);
            float gap = 14;
            float wide = (Wide - (gap * (columns - 1))) / columns;
            int most = rows * columns;
            // What does not fit even so is not dropped unsaid.
            bool isCut = entries.Length > most;
            int drawn = isCut ? most - 1 : entries.Length;
            int at = 0;
            for (int i = 0; i < drawn; i++, at++)
            {
                // A camera's head has a line above it, and never stands alone at the foot of a column.
                if (entries[i].Count is null && !isCut)
                {
                    at += at % rows > 0 ? 1 : 0;
                    at += at % rows == rows - 1 ? 1 : 0;
                }

                Row(entries[i], Margin + (at / rows * (wide + gap)), Y + (at % rows * step), wide, bold, words);
            }

            if (isCut)
            {
                float left = Margin + (at / rows * (wide + gap));
                Canvas.Write(
                    $"and {entries.Length - drawn} more: open this shoot on the screen.",
                    left,
                    Y + (at % rows * step),
                    SKTextAlign.Left,
                    bold,
                    Ink
                );
            }
        }

        private void Row(Entry entry, float left, float y, float wide, SKFont bold, SKFont words)
        {
            if (entry.Count is null)
            {
                Canvas.Write(Lettering.Fitted(entry.Text, bold, wide), left, y, SKTextAlign.Left, bold, Ink);
                return;
            }

            float text = left;
            if (entry.Count > 0)
            {
                float box = words.Size * 0.8f;
                Canvas.DrawRect(new SKRect(left, y - box, left + box, y), Rule);
                Canvas.DrawRect(new SKRect(left + box + 3, y - box, left + (2 * box) + 3, y), Rule);
                text = left + (2 * box) + 9;
            }

            string many = entry.Count > 1 ? $"{entry.Count} × " : "";
            string where = entry.Where.Length > 0 ? $", {entry.Where}" : "";
            Canvas.Write(
                Lettering.Fitted($"{many}{entry.Text}{where}", words, wide - (text - left)),
                text,
                y,
                SKTextAlign.Left,
                words,
                Ink
            );
        }
    }
}
