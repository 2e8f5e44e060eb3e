namespace GoldNotch.Core.Units;

/// <summary>The two ways of writing a white balance; each person chooses one.</summary>
public enum WhiteBalanceStyle
{
    /// <summary><c>3200 K</c>.</summary>
    Kelvin,

    /// <summary><c>313 mired</c>.</summary>
    Mired,
}

/// <summary>How a person reads quantities. It changes labels only, never what is stored, compared or judged.</summary>
/// <param name="Iris">Iris as a dial shows it, or as full mark and thirds.</param>
/// <param name="WhiteBalance">White balance in kelvin or mired.</param>
public sealed record NotationPreferences(IrisStyle Iris, WhiteBalanceStyle WhiteBalance)
{
    /// <summary>Dial marks and kelvin: what a camera shows.</summary>
    public static NotationPreferences Default { get; } = new(IrisStyle.Dial, WhiteBalanceStyle.Kelvin);
}
