namespace GoldNotch.Core.Units;

/// <summary>A speed class printed on a card: C4, U3, V30. It promises a sustained write speed.</summary>
public readonly record struct CardClass
{
    private static readonly (string Name, double Speed)[] Known =
    [
        ("C2", 2),
        ("C4", 4),
        ("C6", 6),
        ("C10", 10),
        ("U1", 10),
        ("U3", 30),
        ("V6", 6),
        ("V10", 10),
        ("V30", 30),
        ("V60", 60),
        ("V90", 90),
    ];

    private CardClass(string name, double speed) => (Name, MegabytesPerSecond) = (name, speed);

    /// <summary>As printed.</summary>
    public string Name { get; }

    /// <summary>MB/s (10⁶ bytes) sustained (SD Association's classes).</summary>
    public double MegabytesPerSecond { get; }

    /// <summary>Every class, slowest first within its letter.</summary>
    public static IEnumerable<string> Names => Known.Select(k => k.Name);

    /// <summary>MB/s that a picture needs: worst bits a second / 8.</summary>
    /// <param name="worst">Worst bit rate of the format.</param>
    public static double NeededFor(BitRate worst) => worst.Megabits / 8;

    /// <summary>Whether the card keeps up; exactly enough is enough.</summary>
    public bool KeepsUpWith(BitRate worst) => MegabytesPerSecond >= NeededFor(worst) - Guard.Edge;

    /// <summary>Reads <c>V30</c>.</summary>
    /// <exception cref="QuantityException">No class has this name.</exception>
    public static CardClass Parse(string? text) =>
        TryParse(text, out CardClass found) ? found : throw Guard.Unreadable(text ?? "", "a card class", string.Join(", ", Names));

    /// <summary>Reads <c>V30</c>, or says false.</summary>
    public static bool TryParse(string? text, out CardClass found)
    {
        foreach ((string name, double speed) in Known)
        {
            if (name.Equals(Notation.Tidy(text), StringComparison.OrdinalIgnoreCase))
            {
                found = new CardClass(name, speed);
                return true;
            }
        }

        found = default;
        return false;
    }
}
