using GoldNotch.Core.Units;

namespace GoldNotch.Core.LineUps;

/// <summary>What a camera's iris is wanted for.</summary>
public abstract record IrisRequirement
{
    private IrisRequirement() { }

    /// <summary>As open as it goes at this focal length.</summary>
    public sealed record Open : IrisRequirement;

    /// <summary>One iris.</summary>
    /// <param name="At">The iris.</param>
    public sealed record Fixed(FNumber At) : IrisRequirement;

    /// <summary>Between two f-stops; not left where the lens reaches it.</summary>
    /// <param name="Widest">The wider one.</param>
    /// <param name="Smallest">The smaller one.</param>
    public sealed record Range(FNumber Widest, FNumber Smallest) : IrisRequirement;

    /// <summary>Sharp over at least so many metres.</summary>
    /// <param name="AtLeast">From near to far.</param>
    public sealed record Depth(Metres AtLeast) : IrisRequirement;

    /// <summary>As deep as another camera, which is planned before this one.</summary>
    /// <param name="Camera">Letter of the other camera.</param>
    public sealed record SameDepthAs(string Camera) : IrisRequirement;
}
