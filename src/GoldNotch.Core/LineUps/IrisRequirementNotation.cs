using GoldNotch.Core.Units;

namespace GoldNotch.Core.LineUps;

/// <summary>Reads and writes iris requirements: <c>open</c>, <c>f/5.6</c>, <c>f/4 to f/8</c>, <c>1.2 m deep</c>, <c>as deep as A</c>.</summary>
public static class IrisRequirementNotation
{
    private const string Deep = " m deep";
    private const string AsDeep = "as deep as ";
    private const string To = " to ";

    /// <summary>Reads a requirement.</summary>
    /// <exception cref="QuantityException">Cannot be read, or a range upside down.</exception>
    public static IrisRequirement Parse(string? text)
    {
        string tidy = Notation.Tidy(text) ?? "";
        if (tidy is "open" or "as open as it goes")
        {
            return new IrisRequirement.Open();
        }

        if (tidy.StartsWith(AsDeep, StringComparison.OrdinalIgnoreCase) && tidy.Length > AsDeep.Length)
        {
            return new IrisRequirement.SameDepthAs(tidy[AsDeep.Length..].Trim().ToUpperInvariant());
        }

        if (tidy.EndsWith(Deep, StringComparison.OrdinalIgnoreCase) && Notation.TryDecimal(tidy[..^Deep.Length], out double metres))
        {
            return new IrisRequirement.Depth(new Metres(metres));
        }

        int between = tidy.IndexOf(To, StringComparison.Ordinal);
        if (between > 0)
        {
            FNumber widest = FNumber.Parse(tidy[..between]);
            FNumber smallest = FNumber.Parse(tidy[(between + To.Length)..]);
            return widest.Value <= smallest.Value
                ? new IrisRequirement.Range(widest, smallest)
                : throw new QuantityException(
                    QuantityFault.OutOfRange,
                    $"{widest.Label()} is smaller than {smallest.Label()}: write the wider iris first."
                );
        }

        try
        {
            return new IrisRequirement.Fixed(FNumber.Parse(tidy));
        }
        catch (QuantityException refused) when (refused.Fault == QuantityFault.BadLabel)
        {
            throw Guard.Unreadable(text ?? "", "an iris requirement", "open, f/5.6, f/4 to f/8, 1.2 m deep or as deep as A");
        }
    }

    /// <summary>The text that <see cref="Parse"/> reads back.</summary>
    public static string Text(IrisRequirement requirement) =>
        requirement switch
        {
            IrisRequirement.Open => "open",
            IrisRequirement.Fixed f => f.At.Engraved(IrisStyle.Thirds),
            IrisRequirement.Range r => r.Widest.Engraved(IrisStyle.Thirds) + To + r.Smallest.Engraved(IrisStyle.Thirds),
            IrisRequirement.Depth d => Notation.Number(d.AtLeast.Value, 2) + Deep,
            IrisRequirement.SameDepthAs s => AsDeep + s.Camera,
            _ => throw new ArgumentOutOfRangeException(nameof(requirement)),
        };
}
