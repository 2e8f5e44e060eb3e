using GoldNotch.Core.Units;
using GoldNotch.Data;
using GoldNotch.Web.Features.Printing;
using SkiaSharp;

namespace GoldNotch.Web.Features.LineUps;

/// <summary>A plan on one page, black on white: the cameras with their values, the light stacked on the line, agreement and what to look at.</summary>
internal static class PlanPdf
{
    private const float Margin = 36;
    private const float StackHeight = 210;

    internal static byte[] Of(StoredLineUp kept, PlanView plan, PaperSize paper, Data.Department department, DateTimeOffset now)
    {
        using var to = new MemoryStream();
        using (
            SKDocument document = SKDocument.CreatePdf(
                to,
                new SKDocumentPdfMetadata { Title = $"{kept.Document.Name}: plan", Author = "Gold Notch" }
            )
        )
        {
            // A plan lies on the table beside the cameras: landscape.
            SKCanvas canvas = document.BeginPage(paper.Height, paper.Width);
            using (var page = new Page(canvas, paper.Height, paper.Width))
            {
                page.Draw(kept, plan, department, now);
            }

            document.EndPage();
            document.Close();
        }

        return to.ToArray();
    }

    private sealed class Page(SKCanvas canvas, float width, float height) : IDisposable
    {
        private readonly SKPaint _ink = new() { Color = SKColors.Black, IsAntialias = true };
        private readonly SKPaint _rule = new()
        {
            Color = SKColors.Black,
            StrokeWidth = 0.6f,
            Style = SKPaintStyle.Stroke,
        };
        private readonly SKPaint _line = new()
        {
            Color = SKColors.Black,
            StrokeWidth = 2,
            Style = SKPaintStyle.Stroke,
        };
        private readonly SKPaint _light = new() { Color = new SKColor(0xDD, 0xDD, 0xDD), Style = SKPaintStyle.Fill };
        private readonly SKFont _title = Lettering.Font(Lettering.Bold, 18);
        private readonly SKFont _head = Lettering.Font(Lettering.Bold, 8.5f);
        private readonly SKFont _words = Lettering.Font(Lettering.Words, 8.5f);
        private readonly SKFont _mono = Lettering.Font(Lettering.Mono, 9.5f);
        private float _y = Margin + 14;

        public void Dispose()
        {
            foreach (IDisposable tool in new IDisposable[] { _ink, _rule, _line, _light, _title, _head, _words, _mono })
            {
                tool.Dispose();
            }
        }

        internal void Draw(StoredLineUp kept, PlanView plan, Data.Department department, DateTimeOffset now)
        {
            canvas.Write(
                Lettering.Fitted(kept.Document.Name, _title, width - (2 * Margin) - 220),
                Margin,
                _y,
                SKTextAlign.Left,
                _title,
                _ink
            );
            string call = kept.Document.Call is { } at
                ? $"call {department.Local(at).ToString("d MMMM yyyy, HH:mm", System.Globalization.CultureInfo.InvariantCulture)}, "
                : "";
            canvas.Write(
                Lettering.Plain($"{call}version {kept.Version} by {kept.ChangedBy}, printed {SheetPdf.Printed(department.Local(now))}"),
                width - Margin,
                _y,
                SKTextAlign.Right,
                _words,
                _ink
            );
            _y += 14;
            string light = plan.Light is { } l
                ? $"{l.LuxLabel}, {new Kelvin(l.TemperatureK).Label()}, {Notation.Number(kept.Document.Light.MainsHz)} Hz mains. {l.Moved}"
                : "";
            Paragraph($"{kept.Document.Place}. {plan.Standard}. {light}", width - (2 * Margin));
            _y += 6;
            Table(plan);
            float top = _y + 10;
            if (plan.Cameras.Count > 0)
            {
                float side = Margin + ((width - (2 * Margin)) * 0.42f);
                Stack(plan, new SKRect(Margin, top, side, top + StackHeight));
                PlanDrawings.Draw(canvas, new SKRect(Margin, top + StackHeight + 10, side, height - Margin), plan);
            }

            _y = top;
            float column = Margin + ((width - (2 * Margin)) * 0.46f);
            foreach (string line in Told(plan))
            {
                foreach (string part in Lettering.Wrapped(line, _words, width - Margin - column))
                {
                    if (_y > height - Margin)
                    {
                        // What does not fit is not dropped unsaid.
                        canvas.Write(
                            "There is more to know: open this line-up on the screen.",
                            width - Margin,
                            height - Margin + 12,
                            SKTextAlign.Right,
                            _head,
                            _ink
                        );
                        return;
                    }

                    canvas.Write(part, column, _y, SKTextAlign.Left, _words, _ink);
                    _y += 11;
                }

                _y += 2;
            }
        }

        private void Paragraph(string text, float wide)
        {
            foreach (string line in Lettering.Wrapped(text, _words, wide))
            {
                canvas.Write(line, Margin, _y, SKTextAlign.Left, _words, _ink);
                _y += 11;
            }
        }

        private void Table(PlanView plan)
        {
            (string Head, float At, Func<CameraPlanView, string> Value)[] columns =
            [
                ("", 0, c => c.Letter),
                ("Camera", 0.03f, c => $"{c.Spoken}, {c.Part}"),
                ("Lens, distance", 0.22f, c => $"{Notation.Number(c.FocalMm, 1)} mm, {Notation.Number(c.DistanceM, 2)} m"),
                ("Sensitivity", 0.35f, c => c.Chosen.State),
                ("Filters", 0.48f, c => c.Chosen.Filters),
                ("Iris", 0.61f, c => c.Chosen.Iris),
                ("Shutter", 0.69f, c => c.Shutter),
                ("White", 0.76f, c => White(plan, c)),
                ("Sharp", 0.87f, c => c.Depth?.Label ?? ""),
            ];
            float wide = width - (2 * Margin);
            foreach ((string head, float at, _) in columns)
            {
                canvas.Write(head, Margin + (at * wide), _y, SKTextAlign.Left, _head, _ink);
            }

            canvas.DrawLine(Margin, _y + 4, width - Margin, _y + 4, _rule);
            float step = plan.Cameras.Count > 12 ? 10 : 12;
            _y += 4;
            foreach (CameraPlanView camera in plan.Cameras)
            {
                // A value is never cut on paper: it goes on in the next line.
                int lines = 1;
                for (int i = 0; i < columns.Length; i++)
                {
                    SKFont font = i is 0 or 1 ? _head : _mono;
                    float end = i + 1 < columns.Length ? columns[i + 1].At : 1;
                    List<string> cell = Lettering.Wrapped(columns[i].Value(camera), font, ((end - columns[i].At) * wide) - 5);
                    lines = Math.Max(lines, cell.Count);
                    for (int k = 0; k < cell.Count; k++)
                    {
                        canvas.Write(cell[k], Margin + (columns[i].At * wide), _y + ((k + 1) * step), SKTextAlign.Left, font, _ink);
                    }
                }

                _y += (lines * step) + 4;
            }

            _y += 8;
            canvas.DrawLine(Margin, _y, width - Margin, _y, _rule);
        }

        private static string White(PlanView plan, CameraPlanView camera) =>
            plan.White.FirstOrDefault(w => w.Letter == camera.Letter) switch
            {
                null => "",
                { DialK: { } k } => new Kelvin(k).Label(),
                { Memory.Length: > 0 } w => $"card, {w.Memory}",
                _ => "card",
            };

        // One column a camera: what the light gives stands over the line; iris and filters bring it down to it.
        private void Stack(PlanView plan, SKRect box)
        {
            double most = Math.Max(1, plan.Cameras.Max(c => c.Stack.Top));
            float each = box.Width / plan.Cameras.Count;
            float scale = (box.Height - 34) / (float)most;
            float floor = box.Bottom - 14;
            foreach ((CameraPlanView camera, int i) in plan.Cameras.Select((c, i) => (c, i)))
            {
                float left = box.Left + (i * each) + (each * 0.15f);
                float wide = each * 0.7f;
                float iris = (float)(-camera.Stack.Iris + camera.Stack.Error) * scale;
                canvas.DrawRect(left, floor - iris, wide, iris, _light);
                canvas.DrawRect(left, floor - iris, wide, iris, _rule);
                Inside(camera.Chosen.Iris, left, floor - (iris / 2), wide, iris);
                float at = floor - iris;
                foreach (StackFilterView filter in camera.Stack.Filters.Where(f => f.Stops > 0))
                {
                    float high = (float)filter.Stops * scale;
                    canvas.DrawRect(left, at - high, wide, high, _rule);
                    Inside(filter.Label, left, at - (high / 2), wide, high);
                    at -= high;
                }

                canvas.Write(camera.Letter, left + (wide / 2), box.Bottom, SKTextAlign.Center, _head, _ink);
                canvas.Write(
                    Lettering.Fitted(camera.Chosen.State, _words, each - 2),
                    left + (wide / 2),
                    at - 4,
                    SKTextAlign.Center,
                    _words,
                    _ink
                );
            }

            canvas.DrawLine(box.Left, floor, box.Right, floor, _line);
            canvas.Write("gold line", box.Right, floor + 10, SKTextAlign.Right, _words, _ink);
        }

        private void Inside(string text, float left, float middle, float wide, float high)
        {
            if (high > 10)
            {
                canvas.Write(Lettering.Fitted(text, _words, wide - 4), left + (wide / 2), middle + 3, SKTextAlign.Center, _words, _ink);
            }
        }

        private static IEnumerable<string> Told(PlanView plan) =>
            [
                .. plan.Faults.Select(f => f.Message),
                .. plan.Cameras.Where(c => c.RequirementMissed.Length > 0).Select(c => $"{c.Letter}: {c.RequirementMissed}"),
                .. plan.Cameras.SelectMany(c => c.Remedies.Take(1).Select(m => $"{c.Letter}: {m.Sentence}")),
                .. plan.Scene,
                .. plan.Agreement.Where(a => !a.Agrees).Select(a => $"{char.ToUpperInvariant(a.Name[0])}{a.Name[1..]}: {a.Sentence}"),
                .. plan.Flicker.Where(f => !f.Good).Select(f => $"{f.Letter}: {f.Sentence}"),
                .. plan.White.Select(w => $"White, {w.Letter}: {w.Sentence}"),
                .. plan.Rooms.Select(r => $"White by room, {r.Letter}: {string.Join("; ", r.Rooms.Select(w => $"{w.Room}, {w.How}"))}."),
                .. plan.WhiteWhen,
                .. plan
                    .Pairs.Where(p => p.CheckOnCard)
                    .Select(p => $"{p.Left} and {p.Right} may differ by {p.Spread}: check them on a card."),
                .. plan.Crossings,
                .. plan.Leans.Where(l => !l.Holds).Select(l => l.Sentence),
                .. plan.Cameras.Where(c => c.Ramp.Length > 0).Select(c => $"{c.Letter}: {c.Ramp}"),
                .. plan.Cautions,
            ];
    }
}
