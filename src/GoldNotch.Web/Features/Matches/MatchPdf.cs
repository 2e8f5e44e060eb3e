using GoldNotch.Core.Judgements;
using GoldNotch.Core.Units;
using GoldNotch.Exchange;
using GoldNotch.Web.Features.Printing;
using SkiaSharp;

namespace GoldNotch.Web.Features.Matches;

/// <summary>A match on one page, for whoever grades: the pictures side by side with their regions, what is left of each camera, where its controls stood, and what was left to a person.</summary>
internal static class MatchPdf
{
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
        // Pictures lie side by side.
        return PrintedPage.Print(
            $"{match.Document.Name}: match",
            paper,
            (canvas, width, height) => new Page(canvas, width, height),
            page => ((Page)page).Draw(match, looks, department, now)
        );
    }

    private sealed class Page(SKCanvas canvas, float width, float height) : PrintedPage(canvas, width, height)
    {
        private readonly SKPaint _paper = new()
        {
            Color = SKColors.White,
            StrokeWidth = 2.4f,
            Style = SKPaintStyle.Stroke,
            IsAntialias = true,
        };
        private readonly SKFont _mono = Lettering.Font(Lettering.Mono, 8.5f);

        public override void Dispose()
        {
            _paper.Dispose();
            _mono.Dispose();
            base.Dispose();
        }

        internal void Draw(MatchView match, IReadOnlyDictionary<Guid, byte[]> looks, Data.Department department, DateTimeOffset now)
        {
            Canvas.Write(Lettering.Fitted(match.Document.Name, Title, Wide - 240), Margin, Y, SKTextAlign.Left, Title, Ink);
            string who = match is { SignedBy: { } by, SignedAt: { } at }
                ? $"signed by {by}, {SheetPdf.Printed(department.Local(at))}"
                : "not signed";
            Canvas.Write(
                Lettering.Plain($"{who}; printed {SheetPdf.Printed(department.Local(now))}"),
                Width - Margin,
                Y,
                SKTextAlign.Right,
                Words,
                Ink
            );
            Y += 16;
            Paragraph(Introduction(match), Wide);
            Y += 4;
            Looks(match, looks);
            Table(match);
            Told(Rest(match), Margin, "match");
        }

        private static string Introduction(MatchView match)
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
            float high = Math.Min(each * 9 / 16, (Height * 0.42f / down) - 14);
            for (int i = 0; i < shown.Length; i++)
            {
                float left = Margin + (i % across * (each + 8));
                float top = Y + (i / across * (high + 16));
                MatchTurnView last = shown[i].Turns[^1];
                if (looks.TryGetValue(last.Picture, out byte[]? jpeg))
                {
                    Picture(jpeg, last, new SKRect(left, top, left + each, top + high));
                }

                Canvas.Write(
                    Lettering.Fitted($"{shown[i].Letter}  {shown[i].Name}", Head, each),
                    left,
                    top + high + 10,
                    SKTextAlign.Left,
                    Head,
                    Ink
                );
            }

            Y += (down * (high + 16)) + 8;
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
            Canvas.DrawImage(image, at, new SKSamplingOptions(SKFilterMode.Linear, SKMipmapMode.Linear));
            foreach (RegionDocument region in turn.Regions.Where(r => r.Kind is RegionKind.GreyCard or RegionKind.Skin))
            {
                var inside = SKRect.Create(
                    at.Left + ((float)region.X * at.Width),
                    at.Top + ((float)region.Y * at.Height),
                    (float)region.Width * at.Width,
                    (float)region.Height * at.Height
                );
                // White under black is seen on any picture.
                foreach (SKPaint stroke in new[] { _paper, Rule })
                {
                    if (region.Shape == Core.Frames.RegionShape.Ellipse)
                    {
                        Canvas.DrawOval(inside, stroke);
                    }
                    else
                    {
                        Canvas.DrawRect(inside, stroke);
                    }
                }
            }
        }

        private void Table(MatchView match)
        {
            Table(
                [
                    new PaperColumn<MatchCameraView>("", 0, Words, c => c.Letter),
                    new("Camera", 0.03f, Words, c => $"{c.Name}, {c.Unit}"),
                    new("State", 0.2f, Words, c => StateWords(c.State)),
                    new("White balance", 0.31f, _mono, c => Last(c)?.Position.WhiteK is { } k ? new Kelvin(k).Label() : "—"),
                    new("Tint", 0.4f, _mono, c =>
                        Last(c) is { } t && c.Controls.HasTint ? Notation.Number(t.Position.Tint, 1, withPlus: true) : "—"
                    ),
                    new("ND filter", 0.45f, _mono, c => Last(c)?.Position.Filter ?? "—"),
                    new("Gain", 0.53f, _mono, c => Last(c)?.Position.GainDb is { } g ? new Decibels(g).Label() : "—"),
                    new("Iris", 0.6f, _mono, c => Last(c)?.Position.Iris ?? "—"),
                    new("Exposure left", 0.66f, _mono, c => Last(c)?.Rest is { } r ? new Stops(r.Stops).DifferenceLabel() : "—"),
                    new("Colour left", 0.76f, _mono, c =>
                        Last(c)?.Rest is { } r ? $"{new MiredShift(r.Mired).Label()}, {Duv(r.Duv)}" : "—"
                    ),
                    new("Skin", 0.93f, _mono, c => Last(c)?.HueDegrees is { } hue ? $"{Notation.Number(hue)}°" : "—"),
                ],
                match.Cameras,
                Line
            );
            Y += 14;
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

        // The Greek letter that a screen shows is in neither typeface of a printed page.
        private static string Duv(double duv) => $"{Notation.Number(duv, 4, withPlus: true)} Duv";

        private static string StateWords(Core.Matches.MatchState state) =>
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
    }
}
