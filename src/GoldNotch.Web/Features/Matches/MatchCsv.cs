using GoldNotch.Web.Features.Exchange;

namespace GoldNotch.Web.Features.Matches;

/// <summary>A match as CSV, a picture a row; it goes out only.</summary>
internal static class MatchCsv
{
    private static readonly string[] Columns =
    [
        "match",
        "letter",
        "unit",
        "camera",
        "turn",
        "takenBy",
        "takenAt",
        "whiteK",
        "tint",
        "filter",
        "gainDb",
        "iris",
        "curve",
        "levelPercent",
        "offStops",
        "offMired",
        "offDuv",
        "offHueDegrees",
        "predictedStops",
        "predictedMired",
        "predictedDuv",
        "state",
        "needsMired",
        "needsDuv",
    ];

    internal static byte[] Of(MatchView match) =>
        CsvFiles.Write(
            Columns,
            match.Cameras.SelectMany(c =>
                c.Turns.Select(t =>
                    new[]
                    {
                        match.Document.Name,
                        c.Letter,
                        c.Unit,
                        c.Name,
                        CsvFiles.Number(t.Turn),
                        t.By,
                        t.At.ToUniversalTime().ToString("yyyy-MM-dd'T'HH:mm:ss'Z'", System.Globalization.CultureInfo.InvariantCulture),
                        CsvFiles.Number(t.Position.WhiteK),
                        CsvFiles.Number(t.Position.Tint),
                        t.Position.Filter ?? "",
                        CsvFiles.Number(t.Position.GainDb),
                        t.Position.Iris ?? "",
                        t.Curve,
                        Rounded(t.LevelPercent, 2),
                        Rounded(t.Rest?.Stops, 3),
                        Rounded(t.Rest?.Mired, 2),
                        Rounded(t.Rest?.Duv, 5),
                        Rounded(t.Rest?.HueDegrees, 2),
                        Rounded(t.Predicted?.Stops, 3),
                        Rounded(t.Predicted?.Mired, 2),
                        Rounded(t.Predicted?.Duv, 5),
                        c.State.ToString(),
                        t == c.Turns[^1] ? Rounded(c.Needs?.OffsetMired, 2) : "",
                        t == c.Turns[^1] ? Rounded(c.Needs?.Duv, 5) : "",
                    }
                )
            )
        );

    private static string Rounded(double? number, int digits) => number is { } value ? CsvFiles.Number(Math.Round(value, digits)) : "";
}
