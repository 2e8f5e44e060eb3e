namespace GoldNotch.Core.Units;

/// <summary>The two ways of writing a white balance; each person chooses one.</summary>
public enum WhiteBalanceStyle
{
    /// <summary><c>3200 K</c>.</summary>
    Kelvin,

    /// <summary><c>313 mired</c>.</summary>
    Mired,
}

/// <summary>How a person reads the time of day.</summary>
public enum ClockStyle
{
    /// <summary>As the browser's language does.</summary>
    Browser,

    /// <summary><c>14:05</c>.</summary>
    Hours24,

    /// <summary><c>2:05 pm</c>.</summary>
    Hours12,
}

/// <summary>The order in which a person reads a date; the month is always in letters.</summary>
public enum DateOrder
{
    /// <summary>As the browser's language does.</summary>
    Browser,

    /// <summary><c>27 Nov 2026</c>.</summary>
    DayFirst,

    /// <summary><c>Nov 27, 2026</c>.</summary>
    MonthFirst,

    /// <summary><c>2026 Nov 27</c>.</summary>
    YearFirst,
}

/// <summary>How a person reads quantities. It changes labels only, never what is stored, compared or judged.</summary>
/// <param name="Iris">Iris as a dial shows it, or as full mark and thirds.</param>
/// <param name="WhiteBalance">White balance in kelvin or mired.</param>
/// <param name="Clock">The time of day.</param>
/// <param name="Dates">Dates.</param>
public sealed record NotationPreferences(
    IrisStyle Iris,
    WhiteBalanceStyle WhiteBalance,
    ClockStyle Clock = ClockStyle.Browser,
    DateOrder Dates = DateOrder.Browser
)
{
    /// <summary>Dial marks and kelvin: what a camera shows.</summary>
    public static NotationPreferences Default { get; } = new(IrisStyle.Dial, WhiteBalanceStyle.Kelvin);
}
