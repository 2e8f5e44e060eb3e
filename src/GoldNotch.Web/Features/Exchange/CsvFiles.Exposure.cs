using System.Globalization;
using CsvHelper;
using GoldNotch.Exchange;

namespace GoldNotch.Web.Features.Exchange;

/// <content>What a standard states of exposure, in one cell: <c>noiseLimitDb=9; offsetLogStops=1; log whitePercent=61</c>.</content>
internal static partial class CsvFiles
{
    private const string NoiseLimit = "noiseLimitDb";
    private const string OffsetOnLog = "offsetLogStops";
    private const string OffsetElsewhere = "offsetStops";
    private const string Grey = "greyPercent";
    private const string Skin = "skinPercent";
    private const string White = "whitePercent";

    private static string Exposure(ExposureDocument? exposure) =>
        exposure is null ? "" : Pairs(Stated(exposure).Where(p => p.Value is not null).Select(p => (p.Name, Number(p.Value))));

    private static IEnumerable<(string Name, double? Value)> Stated(ExposureDocument exposure) =>
        [
            (NoiseLimit, exposure.NoiseLimitDb),
            (OffsetOnLog, exposure.OffsetLogStops == 0 ? null : exposure.OffsetLogStops),
            (OffsetElsewhere, exposure.OffsetStops == 0 ? null : exposure.OffsetStops),
            .. (exposure.Levels ?? []).SelectMany(l =>
                new[] { ($"{l.Curve} {Grey}", l.GreyPercent), ($"{l.Curve} {Skin}", l.SkinPercent), ($"{l.Curve} {White}", l.WhitePercent) }
            ),
        ];

    private static ExposureDocument? Exposure(string cell, string at, CsvReader reader)
    {
        if (cell.Length == 0)
        {
            return null;
        }

        ExposureDocument exposure = new();
        List<CurveLevelsDocument> levels = [];
        foreach ((string name, string text) in Pairs(cell, at, reader))
        {
            double value = Number(text, $"{at}/{name}", reader);
            int space = name.LastIndexOf(' ');
            string curve = space > 0 ? name[..space].Trim() : "";
            CurveLevelsDocument level = levels.Find(l => l.Curve == curve) ?? new CurveLevelsDocument(curve);
            (ExposureDocument Whole, CurveLevelsDocument Level)? read = name[(space + 1)..] switch
            {
                NoiseLimit when curve.Length == 0 => (exposure with { NoiseLimitDb = value }, level),
                OffsetOnLog when curve.Length == 0 => (exposure with { OffsetLogStops = value }, level),
                OffsetElsewhere when curve.Length == 0 => (exposure with { OffsetStops = value }, level),
                Grey when curve.Length > 0 => (exposure, level with { GreyPercent = value }),
                Skin when curve.Length > 0 => (exposure, level with { SkinPercent = value }),
                White when curve.Length > 0 => (exposure, level with { WhitePercent = value }),
                _ => null,
            };
            (exposure, CurveLevelsDocument changed) = read
                ?? throw new RefusedException(
                    ProblemCode.BadDocument,
                    at,
                    string.Create(
                        CultureInfo.InvariantCulture,
                        $"Row {reader.Parser.Row}: “{name}” is no part of exposure. Write {NoiseLimit}, {OffsetOnLog}, {OffsetElsewhere}, or a curve with {Grey}, {Skin} or {White}. Nothing was imported."
                    )
                );
            if (curve.Length > 0)
            {
                levels.RemoveAll(l => l.Curve == curve);
                levels.Add(changed);
            }
        }

        return exposure with
        {
            Levels = levels.Count == 0 ? null : levels,
        };
    }
}
