using GoldNotch.Core.Units;

namespace GoldNotch.Core.LineUps;

/// <summary>Reads and writes iris requirements: <c>open</c>, <c>f/5.6</c>, <c>f/4 to f/8</c>, <c>1.2 m deep</c>, <c>as deep as A</c>.</summary>
public static class IrisRequirementNotation
{
    private const string Deep = " m deep";
    private const string AsDeep = "as deep as ";
    private const string To = " to ";

    // As it is written, and as people say it.
    private static readonly string[] Open = ["open", "as open as it goes", "wide open", "fully open"];
    private static readonly string[] Follows = [AsDeep, "same depth as ", "depth of "];

    /// <summary>Reads a requirement.</summary>
    /// <exception cref="QuantityException">Cannot be read, or a range upside down.</exception>
    public static IrisRequirement Parse(string? text)
    {
        string tidy = Notation.Tidy(text) ?? "";
        if (Open.Contains(tidy, StringComparer.OrdinalIgnoreCase))
        {
            return new IrisRequirement.Open();
        }

        foreach (string begins in Follows)
        {
            if (tidy.StartsWith(begins, StringComparison.OrdinalIgnoreCase) && tidy.Length > begins.Length)
            {
                return new IrisRequirement.SameDepthAs(tidy[begins.Length..].Trim().ToUpperInvariant());
            }
        }

        if (
            tidy.EndsWith("deep", StringComparison.OrdinalIgnoreCase)
            && Notation.TryDecimal(Notation.WithoutUnit(tidy[..^4].TrimEnd(), "metres", "m").Replace(',', '.'), out double metres)
        )
        {
            return new IrisRequirement.Depth(new Metres(metres));
        }

        if (Ends(tidy) is [var wide, var small])
        {
            FNumber widest = FNumber.Parse(wide);
            FNumber smallest = FNumber.Parse(small);
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

    private static string[] Ends(string tidy)
    {
        string[] ends = tidy.Split(To, StringSplitOptions.TrimEntries | StringSplitOptions.RemoveEmptyEntries);
        return ends.Length == 2 ? ends : tidy.Split('-', StringSplitOptions.TrimEntries | StringSplitOptions.RemoveEmptyEntries);
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
