using System.Collections.Immutable;
using GoldNotch.Core.Exposure;
using GoldNotch.Core.Frames;
using GoldNotch.Core.LineUps;
using GoldNotch.Core.Units;
using static GoldNotch.Core.Tests.VectorOperations;

namespace GoldNotch.Core.Tests;

/// <summary>The operations of sections 13b, 20 and 21 in the core's own words.</summary>
internal static class CameraOperations
{
    internal static Dictionary<string, object?>? Run(string op, Given x)
    {
        switch (op)
        {
            case "speed.from_card":
                Given reference = x.GetProperty("reference");
                var speed = CardSpeed.Of(Card(reference), new Iso(Num(reference, "iso")), Card(x.GetProperty("camera")));
                return new()
                {
                    ["stops"] = speed.OverReference.Value,
                    ["iso"] = speed.AtZeroGain.Value,
                    ["u_stops"] = speed.Uncertainty,
                    ["use"] = speed.IsUsed,
                };
            case "light.from_card":
                return One("lux", Card(x).Light(new Iso(Num(x, "iso")), Num(x, "meter_c", MeteredLight.DomeConstant)).Value);
            case "light.cloth":
                return One("left_pct", 100 * NeutralDensity.Transmittance(new Stops(Num(x, "stops"))));
            case "chain.bars":
                var chain = CaptureChain.Of(
                    [
                        .. x.GetProperty("bars")
                            .EnumerateArray()
                            .Select(b => b.EnumerateArray().Select(v => v.GetDouble()).ToImmutableArray()),
                    ],
                    Num(x, "amplitude", CaptureChain.UsualAmplitude)
                );
                return new()
                {
                    ["verdict"] = chain.Verdict switch
                    {
                        ChainVerdict.LegalShownAsFull => "legal shown as full",
                        ChainVerdict.FullShownAsLegal => "full shown as legal",
                        ChainVerdict.LevelsMoved => "levels moved",
                        ChainVerdict.ChannelsDiffer => "channels differ",
                        ChainVerdict.Processed => "processed",
                        _ => "clean",
                    },
                    ["matrix"] = chain.Matrix switch
                    {
                        ChainMatrix.Bt601ReadAsBt709 => "601 read as 709",
                        ChainMatrix.Bt709ReadAsBt601 => "709 read as 601",
                        _ => "same",
                    },
                    ["gain"] = chain.Gain.ToArray(),
                    ["offset"] = chain.Offset.ToArray(),
                    ["rest"] = chain.Rest,
                    ["use"] = chain.IsUsed,
                };
            case "lineup.align":
                var aligned = IrisAlignment.Of([.. x.GetProperty("cameras").EnumerateArray().Select(Choice)]);
                return new()
                {
                    ["positions"] = aligned.Positions.Select(p => (double)p).ToArray(),
                    ["spread_stops"] = aligned.Spread,
                    ["added_cost"] = aligned.AddedCost,
                    ["moved"] = aligned.Moved,
                };
            default:
                return null;
        }
    }

    private static CardExposure Card(Given x) =>
        new(
            new FNumber(Num(x, "n")),
            new ExposureTime(Num(x, "t_s")),
            new Stops(Num(x, "nd_stops", 0)),
            new Stops(Num(x, "loss_stops", 0)),
            new Decibels(Num(x, "gain_db", 0)),
            new Stops(Num(x, "level_stops"))
        )
        {
            Uncertainty = Num(x, "u_stops", CardExposure.UsualUncertainty),
            ClippedShare = Num(x, "clipped_share", 0),
        };

    // An iris that has to stay has its one position.
    private static IrisChoice Choice(Given x)
    {
        int chosen = (int)Num(x, "chosen");
        ImmutableArray<IrisStand> positions =
        [
            .. x.GetProperty("positions").EnumerateArray().Select(p => new IrisStand(Num(p, "error"), Num(p, "cost"))),
        ];
        return new IrisChoice(chosen, positions);
    }
}
