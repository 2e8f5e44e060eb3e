namespace GoldNotch.Core.Units;

/// <summary>The two ways of writing an iris; each person chooses one.</summary>
public enum IrisStyle
{
    /// <summary>Full mark and thirds: <c>f/5.6⅓</c>.</summary>
    Thirds,

    /// <summary>As a dial shows it: <c>f/6.3</c>.</summary>
    Dial,
}

/// <summary>An iris as its exact ratio N. A mark stands for its exact value 2^(k/6), k whole; T-numbers carry a flag.</summary>
/// <remarks>Source: ISO 517 series of aperture markings, thirds.</remarks>
public readonly record struct FNumber
{
    private const int FirstMark = -3;

    // Third-stop marks from k = −3; index 3 is f/1. Every third one is a full mark.
    private static readonly string[] Marks =
    [
        "0.7",
        "0.8",
        "0.9",
        "1",
        "1.1",
        "1.25",
        "1.4",
        "1.6",
        "1.8",
        "2",
        "2.2",
        "2.5",
        "2.8",
        "3.2",
        "3.5",
        "4",
        "4.5",
        "5",
        "5.6",
        "6.3",
        "7.1",
        "8",
        "9",
        "10",
        "11",
        "13",
        "14",
        "16",
        "18",
        "20",
        "22",
        "25",
        "29",
        "32",
        "36",
        "40",
        "45",
        "51",
        "57",
        "64",
    ];

    /// <summary>Makes an iris from its exact ratio.</summary>
    /// <param name="value">N, more than zero.</param>
    /// <param name="isTransmission">True for a T-number: the lens's loss is already in it.</param>
    /// <exception cref="QuantityException">Not finite or not positive.</exception>
    public FNumber(double value, bool isTransmission = false)
    {
        Value = Guard.Positive(value, "f-number");
        IsTransmission = isTransmission;
    }

    /// <summary>The exact ratio N.</summary>
    public double Value { get; }

    /// <summary>Whether this is a T-number.</summary>
    public bool IsTransmission { get; }

    /// <summary>The third-stop mark this is exactly on (k of 2^(k/6)), or null for a literal iris.</summary>
    public int? Mark
    {
        get
        {
            double k = 6 * Math.Log2(Value);
            double nearest = Math.Round(k);
            return Math.Abs(k - nearest) < 1e-9 && nearest >= FirstMark && nearest < FirstMark + Marks.Length ? (int)nearest : null;
        }
    }

    /// <summary>The iris of third-stop mark <paramref name="k"/>: 2^(k/6).</summary>
    /// <param name="k">Thirds of a stop from f/1; −3 to 36.</param>
    /// <exception cref="QuantityException">Outside the marks.</exception>
    public static FNumber AtMark(int k) => new(Math.Pow(2, Guard.InRange(k, FirstMark, FirstMark + Marks.Length - 1, "iris mark") / 6));

    /// <summary>Light let through compared with <paramref name="reference"/>: −2·log2(N/N₀). Positive is more open.</summary>
    public Stops OpennessFrom(FNumber reference) => new(-2 * Math.Log2(Value / reference.Value));

    /// <summary>Opened by a number of stops (closed when negative): N·2^(−stops/2).</summary>
    public FNumber OpenedBy(Stops stops) => new(Value * Math.Pow(2, -stops.Value / 2), IsTransmission);

    /// <summary>The nearest third-stop mark; half way goes to the smaller iris.</summary>
    public FNumber NearestThird() => new(Math.Pow(2, NearestMark() / 6.0), IsTransmission);

    /// <summary>Rounded to the nearest third: <c>f/5.6⅓</c> or <c>f/6.3</c>; T-numbers have no slash. Half way goes to the smaller iris.</summary>
    public string Label(IrisStyle style = IrisStyle.Thirds)
    {
        string prefix = IsTransmission ? "T" : "f/";
        int index = NearestMark() - FirstMark;
        if (index < 0 || index >= Marks.Length)
        {
            return prefix + Notation.Number(Value, 2);
        }

        int rest = index % 3;
        return style == IrisStyle.Dial || rest == 0 ? prefix + Marks[index] : prefix + Marks[index - rest] + Notation.Thirds(rest);
    }

    /// <summary>As engraved: a mark by its name, anything else by its own number, so a lens that opens to f/2.6 is not told as f/2⅔.</summary>
    /// <param name="style">How a mark is written.</param>
    public string Engraved(IrisStyle style = IrisStyle.Dial) =>
        Mark is null ? (IsTransmission ? "T" : "f/") + Notation.Number(Value, 2) : Label(style);

    /// <summary>Reads <c>5.6</c>, <c>f/5.6 1/3</c>, <c>5.6⅓</c>, <c>6.3</c>, <c>T4</c>. A number that is no mark is literal.</summary>
    /// <exception cref="QuantityException">Cannot be read, zero or negative.</exception>
    public static FNumber Parse(string? text)
    {
        if (Notation.Tidy(text) is not { } body)
        {
            throw Guard.Unreadable(text ?? "", "an iris", "f/5.6, 5.6 1/3 or 6.3");
        }

        bool transmission = body[0] is 'T' or 't';
        if (transmission || body[0] is 'f' or 'F')
        {
            body = body[1..].TrimStart();
            body = body.StartsWith('/') ? body[1..].TrimStart() : body;
        }

        if (!Notation.TrySplitFraction(body, out string number, out double fraction) || !Notation.TryDecimal(number, out double value))
        {
            throw Guard.Unreadable(text!, "an iris", "f/5.6, 5.6 1/3 or 6.3");
        }

        int mark = Array.IndexOf(Marks, Notation.Number(value, 4));
        double exact = mark >= 0 ? Math.Pow(2, (mark + FirstMark) / 6.0) : Guard.Positive(value, "f-number");
        var read = new FNumber(exact * Math.Pow(2, fraction / 2), transmission);

        // 2.8⅔ is 3.5 to the last digit, so that the two are one place of a dial.
        return read.Mark is { } third ? new FNumber(Math.Pow(2, third / 6.0), transmission) : read;
    }

    /// <inheritdoc/>
    public override string ToString() => Label();

    private int NearestMark() => (int)Math.Floor((6 * Math.Log2(Value)) + 0.5 + Guard.Edge);
}
