using System.Collections.Immutable;
using GoldNotch.Core.Cameras;
using GoldNotch.Core.Colour;
using GoldNotch.Core.Sheets;
using GoldNotch.Core.Units;

namespace GoldNotch.Core.LineUps;

/// <summary>How a camera gets its white.</summary>
public enum BalanceMethod
{
    /// <summary>The reference: balanced on the card.</summary>
    Reference,

    /// <summary>The same card in the same light.</summary>
    Card,

    /// <summary>The reference's number with this unit's own offset.</summary>
    Number,

    /// <summary>A preset, because nothing else is there.</summary>
    Preset,
}

/// <summary>How one camera is balanced.</summary>
/// <param name="Letter">The camera.</param>
/// <param name="Method">How.</param>
/// <param name="Memory">Memory to keep it in; empty where the camera has none or it is dialled.</param>
/// <param name="Dial">The number to dial; null where the card sets it.</param>
/// <param name="Rest">What is predicted to be left against the reference; positive is warm.</param>
/// <param name="Sentence">What to do and why.</param>
public sealed record BalanceRow(string Letter, BalanceMethod Method, string Memory, Kelvin? Dial, MiredShift Rest, string Sentence)
{
    /// <summary>Whether the rest is seen.</summary>
    public CastGrade Grade => WhiteBalance.Grade(Rest);
}

/// <summary>Plans the white of several cameras.</summary>
public static class BalancePlan
{
    /// <summary>Plans it: the reference on the card, the others by number with their own offset, by the card where they have no number, else by a preset.</summary>
    /// <param name="lineUp">The line-up.</param>
    /// <param name="cameras">Its cameras.</param>
    public static ImmutableArray<BalanceRow> Of(LineUp lineUp, ImmutableArray<LineUpCamera> cameras)
    {
        if (cameras.IsEmpty)
        {
            return [];
        }

        LineUpCamera reference = Reference(lineUp, cameras);
        Kelvin light = lineUp.Light.Temperature;
        return [.. cameras.Select(c => c == reference ? OnCard(c, light) : Other(c, reference, lineUp))];
    }

    /// <summary>The camera whose colour is trusted most: the one named, else one that was measured and needs least, else the first.</summary>
    public static LineUpCamera Reference(LineUp lineUp, ImmutableArray<LineUpCamera> cameras) =>
        cameras.FirstOrDefault(c => c.Letter == lineUp.ColourReference)
        ?? cameras.OrderBy(c => c.ColourOffset is { } o ? Math.Abs(o.Value) : double.PositiveInfinity).First();

    private static BalanceRow OnCard(LineUpCamera camera, Kelvin light)
    {
        string memory = camera.Model.White.Memories.FirstOrDefault("");
        string keep = memory.Length > 0 ? $" Keep it in memory {memory}." : "";
        Kelvin? dial = memory.Length == 0 && camera.Model.White.Dial is { } grid ? WhiteBalance.Round(light, grid) : null;
        MiredShift rest = dial is { } k ? WhiteBalance.Cast(light, k) : default;
        return new BalanceRow(
            camera.Letter, BalanceMethod.Reference, memory, dial, rest,
            $"The colour reference: balance it on the card at the subject, in the subject's light, with the filter in that the plan says.{keep}");
    }

    private static BalanceRow Other(LineUpCamera camera, LineUpCamera reference, LineUp lineUp)
    {
        WhiteControl white = camera.Model.White;
        Kelvin light = lineUp.Light.Temperature;
        bool cardEach = lineUp.Standard.Policies.Is(PolicyMatter.Balance, "card") && camera.ColourOffset is null && !white.Memories.IsEmpty;
        MiredShift offset = new((camera.ColourOffset?.Value ?? 0) - (reference.ColourOffset?.Value ?? 0));
        if (white.Dial is { } grid && !cardEach)
        {
            Kelvin wanted = WhiteBalance.UnitNumber(light, offset);
            Kelvin dial = WhiteBalance.Round(wanted, grid);
            MiredShift rest = WhiteBalance.Cast(wanted, dial);
            string own = camera.ColourOffset is null
                ? "this unit was never measured, so its own offset is unknown: look at it beside the reference"
                : $"this unit needs {offset.Label()} against {reference.Letter}";
            return new BalanceRow(
                camera.Letter, BalanceMethod.Number, "", dial, rest, $"Dial {dial.Label()}: {own}; its steps leave {rest.Label()}.");
        }

        if (!white.Memories.IsEmpty)
        {
            string memory = white.Memories[0];
            return new BalanceRow(
                camera.Letter, BalanceMethod.Card, memory, null, new MiredShift(0),
                $"Balance it on the same card in the same light, and keep it in memory {memory}.{(white.Dial is null ? " It has no number to dial." : " Nobody has measured this unit against the reference.")}");
        }

        if (white.Presets.IsEmpty)
        {
            return new BalanceRow(camera.Letter, BalanceMethod.Preset, "", null, new MiredShift(0), "The card of this model names no preset, memory or number: look what it has.");
        }

        Kelvin exact = WhiteBalance.UnitNumber(light, offset);
        Kelvin preset = white.Presets.MinBy(p => Math.Abs(WhiteBalance.Shift(exact, p).Value));
        MiredShift left = WhiteBalance.Cast(exact, preset);
        return new BalanceRow(
            camera.Letter, BalanceMethod.Preset, "", preset, left, $"Preset {preset.Label()} is the nearest it has: {left.Label()} remain, to be mended afterwards.");
    }
}
