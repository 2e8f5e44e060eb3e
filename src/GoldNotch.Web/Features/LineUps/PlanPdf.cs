using GoldNotch.Core.Units;
using GoldNotch.Data;
using GoldNotch.Web.Features.Printing;
using SkiaSharp;

namespace GoldNotch.Web.Features.LineUps;

/// <summary>A plan on one page, black on white: the cameras with their values, the light stacked on the line, agreement and what to look at.</summary>
internal static class PlanPdf
{
    private const float StackHeight = 210;

    internal static byte[] Of(StoredLineUp kept, PlanView plan, PaperSize paper, Data.Department department, DateTimeOffset now)
    {
        // A plan lies on the table beside the cameras.
        return PrintedPage.Print(
            $"{kept.Document.Name}: plan",
            paper,
            (canvas, width, height) => new Page(canvas, width, height),
            page => ((Page)page).Draw(kept, plan, department, now)
        );
    }

    private sealed class Page(SKCanvas canvas, float width, float height) : PrintedPage(canvas, width, height)
    {
        private readonly SKPaint _line = new()
        {
            Color = SKColors.Black,
            StrokeWidth = 2,
            Style = SKPaintStyle.Stroke,
        };
        private readonly SKPaint _light = new() { Color = new SKColor(0xDD, 0xDD, 0xDD), Style = SKPaintStyle.Fill };
        private readonly SKFont _mono = Lettering.Font(Lettering.Mono, 9.5f);

        public override void Dispose()
        {
            foreach (IDisposable tool in new IDisposable[] { _line, _light, _mono })
            {
                tool.Dispose();
            }

            base.Dispose();
        }

        internal void Draw(StoredLineUp kept, PlanView plan, Data.Department department, DateTimeOffset now)
        {
            Canvas.Write(Lettering.Fitted(kept.Document.Name, Title, Width - (2 * Margin) - 220), Margin, Y, SKTextAlign.Left, Title, Ink);
            string call = kept.Document.Call is { } at
                ? $"call {department.Local(at).ToString("d MMMM yyyy, HH:mm", System.Globalization.CultureInfo.InvariantCulture)}, "
                : "";
            Canvas.Write(
                Lettering.Plain($"{call}version {kept.Version} by {kept.ChangedBy}, printed {SheetPdf.Printed(department.Local(now))}"),
                Width - Margin,
                Y,
                SKTextAlign.Right,
                Words,
                Ink
            );
            Y += 14;
            string light = plan.Light is { } l
                ? $"{l.LuxLabel}, {new Kelvin(l.TemperatureK).Label()}, {Notation.Number(kept.Document.Light.MainsHz)} Hz mains. {l.Moved}"
                : "";
            Paragraph($"{kept.Document.Place}. {plan.Standard}. {light}", Width - (2 * Margin));
            Y += 6;
            Table(plan);
            float top = Y + 10;
            if (plan.Cameras.Count > 0)
            {
                float side = Margin + ((Width - (2 * Margin)) * 0.42f);
                Stack(plan, new SKRect(Margin, top, side, top + StackHeight));
                PlanDrawings.Draw(Canvas, new SKRect(Margin, top + StackHeight + 10, side, Height - Margin), plan);
            }

            Y = top;
            float column = Margin + ((Width - (2 * Margin)) * 0.46f);
            Told(Sentences(plan), column, "line-up");
        }

        private void Table(PlanView plan)
        {
            Table(
                [
                    new PaperColumn<CameraPlanView>("", 0, Head, c => c.Letter),
                    new("Camera", 0.03f, Head, c => $"{c.Spoken}, {c.Part}"),
                    new("Lens, distance", 0.22f, _mono, c => $"{Notation.Number(c.FocalMm, 1)} mm, {Notation.Number(c.DistanceM, 2)} m"),
                    new("Sensitivity", 0.35f, _mono, c => c.Chosen.State),
                    new("Filters", 0.48f, _mono, c => c.Chosen.Filters),
                    new("Iris", 0.61f, _mono, c => c.Chosen.Iris),
                    new("Shutter", 0.69f, _mono, c => c.Shutter),
                    new("White", 0.76f, _mono, c => White(plan, c)),
                    new("Sharp", 0.87f, _mono, c => c.Depth?.Label ?? ""),
                ],
                plan.Cameras,
                plan.Cameras.Count > 12 ? 10 : 12
            );
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
                Canvas.DrawRect(left, floor - iris, wide, iris, _light);
                Canvas.DrawRect(left, floor - iris, wide, iris, Rule);
                Inside(camera.Chosen.Iris, left, floor - (iris / 2), wide, iris);
                float at = floor - iris;
                foreach (StackFilterView filter in camera.Stack.Filters.Where(f => f.Stops > 0))
                {
                    float high = (float)filter.Stops * scale;
                    Canvas.DrawRect(left, at - high, wide, high, Rule);
                    Inside(filter.Label, left, at - (high / 2), wide, high);
                    at -= high;
                }

                Canvas.Write(camera.Letter, left + (wide / 2), box.Bottom, SKTextAlign.Center, Head, Ink);
                Canvas.Write(
                    Lettering.Fitted(camera.Chosen.State, Words, each - 2),
                    left + (wide / 2),
                    at - 4,
                    SKTextAlign.Center,
                    Words,
                    Ink
                );
            }

            Canvas.DrawLine(box.Left, floor, box.Right, floor, _line);
            Canvas.Write("gold line", box.Right, floor + 10, SKTextAlign.Right, Words, Ink);
        }

        private void Inside(string text, float left, float middle, float wide, float high)
        {
            if (high > 10)
            {
                Canvas.Write(Lettering.Fitted(text, Words, wide - 4), left + (wide / 2), middle + 3, SKTextAlign.Center, Words, Ink);
            }
        }

        private static IEnumerable<string> Sentences(PlanView plan) =>
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
