using System.Globalization;
using System.Text.RegularExpressions;
using GoldNotch.Core.Cameras;
using GoldNotch.Core.Exposure;
using GoldNotch.Core.Settings;
using GoldNotch.Core.Units;

namespace GoldNotch.Core.Checks;

/// <summary>The same ISO can be reached from both bases of a camera, with other noise: where the base was not read it is asked for, not assumed.</summary>
internal static partial class BaseOfIso
{
    /// <summary>What was typed without the base behind it, as in <c>ISO 640 high</c>.</summary>
    /// <param name="control">The control it is read from; its base is the one read, else the sheet's.</param>
    /// <param name="typed">What was typed, tidied.</param>
    /// <param name="baseWasRead">Whether the check holds a reading of the base.</param>
    /// <exception cref="QuantityException">The base is not known, or is another than the one typed; the message says what to do.</exception>
    internal static string Settled(ControlSource control, string typed, bool baseWasRead)
    {
        GainControl gain = control.Model.Gain;
        if (gain.Bases.Length < 2 || Speed().Match(typed) is not { Success: true } speed)
        {
            return typed;
        }

        var iso = new Iso(Math.Max(1, double.Parse(speed.Groups["iso"].Value, CultureInfo.InvariantCulture)));
        string behind = speed.Groups["base"].Value;
        GainBase counted = gain.BaseOf(control.BaseWord)!;
        GainBase[] reach = [.. gain.Bases.Where(b => Reaches(b, iso))];
        GainBase? named = gain.Bases.FirstOrDefault(b => Is(b, behind));
        if (behind.Length > 0 && named is null)
        {
            // Not a base: a longer label of the dial, or nothing that is known.
            return typed;
        }

        if (named is not null && named != counted)
        {
            throw new QuantityException(
                QuantityFault.BadLabel,
                $"“{Notation.Excerpt(typed)}” is on the {named.Word} base, and base ISO {(baseWasRead ? "was read as" : "counts as")} {counted.Word}. Read base ISO first, then this."
            );
        }

        if (named is null && !baseWasRead && reach.Any(b => b != counted))
        {
            string where = string.Join(
                " or ",
                reach.Select(b => $"{Sensitivity.GainForIso(b.Base.IsoAtZeroGain, iso).Label()} on the {b.Word} base, {b.Base.Name}")
            );
            throw new QuantityException(
                QuantityFault.BadLabel,
                $"{iso.Label()} is {where}, and base ISO has not been read. Read it first, or type the base behind: {iso.Label()} {reach[0].Word}."
            );
        }

        return named is null ? typed : typed[..speed.Groups["base"].Index].TrimEnd(' ', ',');
    }

    private static bool Reaches(GainBase of, Iso iso)
    {
        double needed = Sensitivity.GainForIso(of.Base.IsoAtZeroGain, iso).Value;
        return of.Positions.Any(p => Math.Abs(p.Gain.Value - needed) <= Sensitivity.SameIsoDecibels + Guard.Edge);
    }

    private static bool Is(GainBase of, string typed) =>
        of.Word.Equals(typed, StringComparison.OrdinalIgnoreCase) || of.Base.Name.Equals(typed, StringComparison.OrdinalIgnoreCase);

    [GeneratedRegex(
        @"^(?:(?:ISO|EI|ASA)\s*-?\s*)?(?<iso>\d{3,6})(?:[\s,]+(?<base>.+))?$",
        RegexOptions.IgnoreCase | RegexOptions.CultureInvariant
    )]
    private static partial Regex Speed();
}
