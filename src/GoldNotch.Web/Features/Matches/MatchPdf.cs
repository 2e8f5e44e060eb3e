using GoldNotch.Core.Judgements;
using GoldNotch.Core.Units;
using GoldNotch.Exchange;
using GoldNotch.Web.Features.Printing;
using SkiaSharp;

namespace GoldNotch.Web.Features.Matches;

/// <summary>A match on one page, for whoever grades: the pictures side by side with their regions, what is left of each camera, where its controls stood, and what was left to a person.</summary>
internal static class MatchPdf
{
    private const float Margin = 36;
    private const float Line = 11;
    private const int MostInRow = 4;

    internal static byte[] Of(
        MatchView match,
        IReadOnlyDictionary<Guid, byte[]> looks,
        PaperSize paper,
        Data.Department department,
        DateTimeOffset now
    )
    {
        using var to = new MemoryStream();
        using (
            SKDocument document = SKDocument.CreatePdf(
                to,
                new SKDocumentPdfMetadata { Title = $"{match.Document.Name}: match", Author = "Gold Notch" }
            )
        )
        {
            // Pictures lie side by side: landscape.
            SKCanvas canvas = document.BeginPage(paper.Height, paper.Width);
            using (var page = new Page(canvas, paper.Height, paper.Width))
            {
                page.Draw(match, looks, department, now);
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
        private readonly SKPaint _paper = new()
        {
            Color = SKColors.White,
            StrokeWidth = 2.4f,
            Style = SKPaintStyle.Stroke,
            IsAntialias = true,
        };
        private readonly SKFont _title = Lettering.Font(Lettering.Bold, 18);
        private readonly SKFont _head = Lettering.Font(Lettering.Bold, 8.5f);
        private readonly SKFont _words = Lettering.Font(Lettering.Words, 8.5f);
        private readonly SKFont _mono = Lettering.Font(Lettering.Mono, 8.5f);
        private float _y = Margin + 14;

        private float Wide => width - (2 * Margin);

        public void Dispose()
        {
            foreach (IDisposable tool in new IDisposable[] { _ink, _rule, _paper, _title, _head, _words, _mono })
            {
                tool.Dispose();
            }
        }

        internal void Draw(MatchView match, IReadOnlyDictionary<Guid, byte[]> looks, Data.Department department, DateTimeOffset now)
        {
            canvas.Write(Lettering.Fitted(match.Document.Name, _title, Wide - 240), Margin, _y, SKTextAlign.Left, _title, _ink);
            string who = match is { SignedBy: { } by, SignedAt: { } at }
                ? $"signed by {by}, {SheetPdf.Printed(department.Local(at))}"
                : "not signed";
            canvas.Write(
                Lettering.Plain($"{who}; printed {SheetPdf.Printed(department.Local(now))}"),
                width - Margin,
                _y,
                SKTextAlign.Right,
                _words,
                _ink
            );
            _y += 16;
            Told(Head(match));
            _y += 4;
            Looks(match, looks);
            Table(match);
            foreach (string line in Rest(match))
            {
                Told(line);
            }
        }

        private static string Head(MatchView match)
        {
            MatchDocument set = match.Document;
            string lux = set.Light.Lux is { } lx ? $", {JudgementText.Of(new Lux(lx))}" : "";
            string of =
                set.ExposureReference == set.ColourReference
                    ? $"Matched to {Of(match, set.ColourReference)}."
                    : $"Exposure matched to {Of(match, set.ExposureReference)}, white balance to {Of(match, set.ColourReference)}.";
            string moved = match.Light is { IsSaid: true } light
                ? $" The light moved meanwhile: {new Stops(light.Stops).DifferenceLabel()}, {new MiredShift(light.Mired).Label()}."
                : "";
            return $"Light {new Kelvin(set.Light.TemperatureK).Label()}{lux}. {of}{moved}";
        }

        private static string Of(MatchView match, string letter) =>
            match.Cameras.FirstOrDefault(c => c.Letter == letter) is { } camera ? $"{letter} ({camera.Name}, {camera.Unit})" : letter;

        private void Looks(MatchView match, IReadOnlyDictionary<Guid, byte[]> looks)
        {
            MatchCameraView[] shown = [.. match.Cameras.Where(c => c.Turns.Count > 0)];
            if (shown.Length == 0)
            {
                return;
            }

            int across = Math.Min(shown.Length, MostInRow);
            int down = (shown.Length + across - 1) / across;
            float each = (Wide - ((across - 1) * 8)) / across;
            float high = Math.Min(each * 9 / 16, (height * 0.42f / down) - 14);
            for (int i = 0; i < shown.Length; i++)
            {
                float left = Margin + (i % across * (each + 8));
                float top = _y + (i / across * (high + 16));
                MatchTurnView last = shown[i].Turns[^1];
                if (looks.TryGetValue(last.Picture, out byte[]? jpeg))
                {
                    Picture(jpeg, last, new SKRect(left, top, left + each, top + high));
                }

                canvas.Write(
                    Lettering.Fitted($"{shown[i].Letter}  {shown[i].Name}", _head, each),
                    left,
                    top + high + 10,
                    SKTextAlign.Left,
                    _head,
                    _ink
                );
            }

            _y += (down * (high + 16)) + 8;
        }

        private void Picture(byte[] jpeg, MatchTurnView turn, SKRect box)
        {
            using SKBitmap? look = SKBitmap.Decode(jpeg);
            if (look is null)
            {
                return;
            }

            float scale = Math.Min(box.Width / look.Width, box.Height / look.Height);
            var at = SKRect.Create(box.Left, box.Top, look.Width * scale, look.Height * scale);
            using SKImage image = SKImage.FromBitmap(look);
            canvas.DrawImage(image, at, new SKSamplingOptions(SKFilterMode.Linear, SKMipmapMode.Linear));
            foreach (RegionDocument region in turn.Regions.Where(r => r.Kind is RegionKind.GreyCard or RegionKind.Skin))
            {
                var inside = SKRect.Create(
                    at.Left + ((float)region.X * at.Width),
                    at.Top + ((float)region.Y * at.Height),
                    (float)region.Width * at.Width,
                    (float)region.Height * at.Height
                );
                // White under black is seen on any picture.
                foreach (SKPaint stroke in new[] { _paper, _rule })
                {
                    if (region.Shape == Core.Frames.RegionShape.Ellipse)
                    {
                        canvas.DrawOval(inside, stroke);
                    }
                    else
                    {
                        canvas.DrawRect(inside, stroke);
                    }
                }
            }
        }

        private void Table(MatchView match)
        {
            (string Head, float At, Func<MatchCameraView, string> Value)[] columns =
            [
                ("", 0, c => c.Letter),
                ("Camera", 0.03f, c => $"{c.Name}, {c.Unit}"),
                ("State", 0.2f, c => Words(c.State)),
                ("White balance", 0.31f, c => Last(c)?.Position.WhiteK is { } k ? new Kelvin(k).Label() : "—"),
                ("Tint", 0.4f, c => Last(c) is { } t && c.Controls.HasTint ? Notation.Number(t.Position.Tint, 1, withPlus: true) : "—"),
                ("ND filter", 0.45f, c => Last(c)?.Position.Filter ?? "—"),
                ("Gain", 0.53f, c => Last(c)?.Position.GainDb is { } g ? new Decibels(g).Label() : "—"),
                ("Iris", 0.6f, c => Last(c)?.Position.Iris ?? "—"),
                ("Exposure left", 0.66f, c => Last(c)?.Rest is { } r ? new Stops(r.Stops).DifferenceLabel() : "—"),
                ("Colour left", 0.76f, c => Last(c)?.Rest is { } r ? $"{new MiredShift(r.Mired).Label()}, {Duv(r.Duv)}" : "—"),
                ("Skin", 0.93f, c => Last(c)?.HueDegrees is { } hue ? $"{Notation.Number(hue)}°" : "—"),
            ];
            foreach ((string head, float at, _) in columns)
            {
                canvas.Write(head, Margin + (at * Wide), _y, SKTextAlign.Left, _head, _ink);
            }

            canvas.DrawLine(Margin, _y + 4, width - Margin, _y + 4, _rule);
            _y += 4;
            foreach (MatchCameraView camera in match.Cameras)
            {
                // A value is never cut on paper: it goes on in the next line.
                int lines = 1;
                for (int i = 0; i < columns.Length; i++)
                {
                    SKFont font = i < 3 ? _words : _mono;
                    float end = i + 1 < columns.Length ? columns[i + 1].At : 1;
                    List<string> cell = Lettering.Wrapped(columns[i].Value(camera), font, ((end - columns[i].At) * Wide) - 5);
                    lines = Math.Max(lines, cell.Count);
                    for (int k = 0; k < cell.Count; k++)
                    {
                        canvas.Write(cell[k], Margin + (columns[i].At * Wide), _y + ((k + 1) * Line), SKTextAlign.Left, font, _ink);
                    }
                }

                _y += (lines * Line) + 3;
            }

            canvas.DrawLine(Margin, _y + 2, width - Margin, _y + 2, _rule);
            _y += 16;
        }

        private static IEnumerable<string> Rest(MatchView match) =>
            [
                .. match
                    .Cameras.Where(c => c.Needs is not null)
                    .Select(c =>
                        $"{c.Letter} needs {new MiredShift(c.Needs!.OffsetMired).Label()} against {c.Needs.Against} in this light; at the same place of the tint control it is {Duv(c.Needs.Duv)} off."
                    ),
                .. match
                    .Cameras.Where(c => c.State is not (Core.Matches.MatchState.Matched or Core.Matches.MatchState.Reference))
                    .SelectMany(c => c.Steps.Select(s => $"{c.Letter}, {s.Name}: {s.Does.Sentence}")),
                .. (match.Document.Choices ?? []).Select(c =>
                    $"{c.About}: {(c.Decision.Length > 0 ? $"{c.Decision} ({c.By})" : c.PutOff ? "put off" : "open")}"
                ),
            ];

        private static MatchTurnView? Last(MatchCameraView camera) => camera.Turns.Count == 0 ? null : camera.Turns[^1];

        private static string Duv(double duv) => $"{Notation.Number(duv, 4, withPlus: true)} Δuv";

        private static string Words(Core.Matches.MatchState state) =>
            state switch
            {
                Core.Matches.MatchState.NoPicture => "no picture",
                Core.Matches.MatchState.NoReference => "not compared",
                Core.Matches.MatchState.NotFit => "picture not fit",
                Core.Matches.MatchState.Off => "off",
                Core.Matches.MatchState.OutOfReach => "out of reach",
                Core.Matches.MatchState.Matched => "matched",
                _ => "reference",
            };

        private void Told(string text)
        {
            foreach (string line in Lettering.Wrapped(text, _words, Wide))
            {
                if (_y > height - Margin)
                {
                    // What does not fit is not dropped unsaid.
                    canvas.Write(
                        "There is more to know: open this match on the screen.",
                        width - Margin,
                        height - Margin + 12,
                        SKTextAlign.Right,
                        _head,
                        _ink
                    );
                    return;
                }

                canvas.Write(line, Margin, _y, SKTextAlign.Left, _words, _ink);
                _y += Line;
            }
        }
    }
}
