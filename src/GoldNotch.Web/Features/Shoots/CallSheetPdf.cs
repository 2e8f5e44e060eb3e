using System.Globalization;
using GoldNotch.Core.Shoots;
using GoldNotch.Core.Units;
using GoldNotch.Exchange;
using GoldNotch.Web.Features.Printing;
using SkiaSharp;

namespace GoldNotch.Web.Features.Shoots;

/// <summary>A shoot on one upright page, for everybody who comes: when, where, who is at which camera, the line of the day, what to take along, what can hurt someone.</summary>
internal static class CallSheetPdf
{
    // As large as it can be for the page to hold all.
    private static readonly float[] Sizes = [11, 10, 9, 8, 7];
    private const int Often = 5;

    private sealed record DayLineText(string At, string What, bool IsHead);

    internal static byte[] Of(ShootView shoot, string address, PaperSize paper, Data.Department department, DateTimeOffset now) =>
        PrintedPage.Upright(
            $"{shoot.Document.Name}: call sheet",
            paper,
            (canvas, width, height) => new Page(canvas, width, height, Size(shoot, address, paper, department, now)),
            page => ((Page)page).Draw(shoot, address, department, now)
        );

    private static float Size(ShootView shoot, string address, PaperSize paper, Data.Department department, DateTimeOffset now)
    {
        foreach (float size in Sizes)
        {
            // Tried on something that nobody sees.
            using var recorder = new SKPictureRecorder();
            using var page = new Page(
                recorder.BeginRecording(new SKRect(0, 0, paper.Width, paper.Height)),
                paper.Width,
                paper.Height,
                size
            );
            page.Draw(shoot, address, department, now);
            if (page.Fits)
            {
                return size;
            }
        }

        return Sizes[^1];
    }

    /// <summary>A moment on paper: the day where it is another than that of the call.</summary>
    internal static string Moment(DateTimeOffset at, DateTimeOffset? call, Data.Department department)
    {
        DateTimeOffset local = department.Local(at);
        bool isSame = call is { } of && department.Local(of).Date == local.Date;
        return local.ToString(isSame ? "HH:mm" : "ddd d MMM, HH:mm", CultureInfo.InvariantCulture);
    }

    private sealed class Page(SKCanvas canvas, float width, float height, float size) : PrintedPage(canvas, width, height, size)
    {
        private readonly SKFont _mono = Lettering.Font(Lettering.Mono, size);

        /// <summary>Whether everything found its place above the foot.</summary>
        internal bool Fits => !IsCut && Y <= Height - Margin;

        private bool IsCut { get; set; }

        public override void Dispose()
        {
            _mono.Dispose();
            base.Dispose();
        }

        internal void Draw(ShootView shoot, string address, Data.Department department, DateTimeOffset now)
        {
            ShootDocument document = shoot.Document;
            QrCodes.Draw(Canvas, address, new SKRect(Width - Margin - 62, Margin, Width - Margin, Margin + 62), Ink);
            foreach (string line in Lettering.Wrapped(document.Name, Title, Wide - 80).Take(2))
            {
                Canvas.Write(line, Margin, Y, SKTextAlign.Left, Title, Ink);
                Y += 20;
            }

            foreach (string line in Times(shoot, department))
            {
                Paragraph(line, Wide - 80);
            }

            Y = Math.Max(Y, Margin + 76) + 8;
            Chapter("Cameras");
            if (shoot.Cameras.Count == 0)
            {
                Paragraph("None chosen yet.", Wide);
            }
            else
            {
                Table(
                    [
                        new PaperColumn<ShootCameraView>("", 0, Head, c => c.Letter),
                        new PaperColumn<ShootCameraView>("Unit", 0.06f, _mono, c => c.Unit),
                        new PaperColumn<ShootCameraView>("Camera", 0.24f, Words, c => Tape(c)),
                        new PaperColumn<ShootCameraView>("Operator", 0.5f, Words, c => c.OperatorName),
                        new PaperColumn<ShootCameraView>("Cards", 0.7f, Words, c => Cards(shoot, c)),
                        new PaperColumn<ShootCameraView>("Batteries", 0.85f, Words, c => Batteries(shoot, c)),
                    ],
                    shoot.Cameras,
                    Line
                );
            }

            Y += Line + 8;
            if (shoot.Day is { Moments.Count: > 0 } day)
            {
                Chapter("The day");
                TheDay(day, department);
            }

            // First: nothing else on the page may take their room.
            if (shoot.Pack.Cautions.Count > 0)
            {
                Chapter("Caution");
                Told(shoot.Pack.Cautions.Select(c => c.Sentence), Margin, "shoot");
                Y += 6;
            }

            string[] known =
            [
                .. shoot.Findings.Where(f => f.IsFault).Select(f => $"{f.Letter} {f.Because.Sentence}".Trim()),
                .. shoot.Pack.Supply.Select(s => s.Because.Sentence),
                .. shoot.Pack.Timecode is { } timecode ? [timecode.Sentence] : Array.Empty<string>(),
                .. shoot.Pack.Aa is { } aa ? [aa.Because.Sentence] : Array.Empty<string>(),
                .. document.Notes.Split('\n', StringSplitOptions.RemoveEmptyEntries | StringSplitOptions.TrimEntries),
            ];
            if (known.Length > 0)
            {
                Chapter("To be known");
                Told(known, Margin, "shoot");
            }

            Canvas.Write(
                Lettering.Plain($"{department.Name}  printed {SheetPdf.Printed(department.Local(now))}"),
                Margin,
                Height - 20,
                SKTextAlign.Left,
                Words,
                Ink
            );
        }

        private static IEnumerable<string> Times(ShootView shoot, Data.Department department)
        {
            ShootDocument document = shoot.Document;
            if (document.Place.Length > 0)
            {
                yield return document.Place + (document.Outdoors ? ", outdoors" : "");
            }

            yield return document.Call is { } call
                ? $"Call {Moment(call, null, department)}{(document.End is { } end ? $", end {Moment(end, call, department)}" : "")}"
                : "No date yet";
            if (document.Collect is { } collect)
            {
                yield return $"Collect the cameras {Moment(collect, document.Call, department)}";
            }

            if ((document.Return ?? document.End) is { } back)
            {
                yield return $"Bring them back {Moment(back, document.Call, department)}";
            }

            if (shoot.BorrowerName.Length > 0)
            {
                yield return $"{shoot.BorrowerName} answers for the cameras";
            }

            if (shoot.Status == ShootStatus.Cancelled)
            {
                yield return $"CANCELLED: {shoot.CancelledWhy}";
            }
        }

        // Two columns: a day has more moments than lines are left. A day that goes on after midnight says so where it does.
        private void TheDay(DayView day, Data.Department department)
        {
            List<DayLineText> lines = [];
            DateTime? last = null;
            foreach (DayMomentView moment in Kept(day.Moments, out string[] often))
            {
                DateTimeOffset at = department.Local(moment.At);
                if (last is null)
                {
                    lines.AddRange(often.Select(o => new DayLineText("", o, true)));
                }
                else if (last != at.Date)
                {
                    lines.Add(new DayLineText("", at.ToString("dddd d MMMM", CultureInfo.InvariantCulture), true));
                }

                last = at.Date;
                lines.Add(new DayLineText(at.ToString("HH:mm", CultureInfo.InvariantCulture), Duty(moment), false));
            }

            int room = Math.Max(2, (int)((Height - Margin - Y) / Line));
            IsCut = lines.Count > room * 2;
            if (IsCut)
            {
                int more = lines.Count - (room * 2) + 1;
                lines = [.. lines.Take((room * 2) - 1), new DayLineText("", $"and {more} more: open this shoot on the screen", true)];
            }

            int half = (lines.Count + 1) / 2;
            float top = Y;
            float clock = _mono.WidthOf("00:00  ");
            for (int i = 0; i < lines.Count; i++)
            {
                float left = i < half ? Margin : Margin + (Wide / 2) + 6;
                float y = top + (i % half * Line);
                float from = lines[i].IsHead ? left : left + clock;
                SKFont font = lines[i].IsHead ? Head : Words;
                Canvas.Write(lines[i].At, left, y, SKTextAlign.Left, _mono, Ink);
                Canvas.Write(Lettering.Fitted(lines[i].What, font, (Wide / 2) - 8 - (from - left)), from, y, SKTextAlign.Left, font, Ink);
            }

            Y = top + (half * Line) + 8;
        }

        // What a camera needs again and again is told once, with how often: forty lines of it would hide the rest.
        private static List<DayMomentView> Kept(IReadOnlyList<DayMomentView> moments, out string[] often)
        {
            Dictionary<string, DateTimeOffset[]> times = moments
                .Where(m => m.Duty == DayDuty.BlackReference)
                .SelectMany(m => m.Cameras.Select(c => (Letter: c, m.At)))
                .GroupBy(x => x.Letter, x => x.At)
                .Where(g => g.Count() >= Often)
                .ToDictionary(g => g.Key, g => g.Order().ToArray());
            often =
            [
                .. times
                    .GroupBy(t => t.Value.Zip(t.Value.Skip(1), (from, to) => (to - from).TotalMinutes).Min())
                    .Select(g =>
                        string.Create(
                            CultureInfo.InvariantCulture,
                            $"Every {g.Key:0} min: black reference, lens capped ({string.Join(", ", g.Select(t => t.Key).Order())})"
                        )
                    ),
            ];
            return
            [
                .. moments
                    .Select(m =>
                        m.Duty == DayDuty.BlackReference ? m with { Cameras = [.. m.Cameras.Where(c => !times.ContainsKey(c))] } : m
                    )
                    .Where(m => m.Duty != DayDuty.BlackReference || m.Cameras.Count > 0),
            ];
        }

        private static string Duty(DayMomentView moment)
        {
            string what = moment.Duty switch
            {
                DayDuty.Call => "Call",
                DayDuty.Balance => $"White balance: {moment.Name}",
                DayDuty.BlackReference => "Black reference, lens capped",
                DayDuty.Timecode => "Set all cameras to the same timecode",
                DayDuty.Card => "Change the card",
                DayDuty.Battery => "Change the battery",
                DayDuty.SaveMemory => $"Save the memory: {moment.Name}",
                DayDuty.End => "End",
                _ => moment.Name,
            };
            return moment.Cameras.Count > 0 ? $"{what} ({string.Join(", ", moment.Cameras)})" : what;
        }

        private static string Tape(ShootCameraView c) => c.Tape.Length > 0 ? $"{c.ModelName}, {c.Tape}" : c.ModelName;

        private static string Cards(ShootView shoot, ShootCameraView c) =>
            shoot.Pack.Cameras.FirstOrDefault(p => p.Letter == c.Letter)?.Cards is { } cards
                ? $"{cards.WithMargin}{(cards.Missing > 0 ? $", {cards.Missing} missing" : "")}"
                : "";

        private static string Batteries(ShootView shoot, ShootCameraView c) =>
            shoot.Pack.Cameras.FirstOrDefault(p => p.Letter == c.Letter)?.Batteries is { } batteries
                ? $"{batteries.Needed}{(batteries.Missing > 0 ? $", {batteries.Missing} missing" : "")}"
                : "";
    }
}
