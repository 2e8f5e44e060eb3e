using System.Collections.Immutable;
using GoldNotch.Core.Cameras;
using GoldNotch.Core.Judgements;
using GoldNotch.Core.Media;
using GoldNotch.Core.Sheets;
using GoldNotch.Core.Units;

namespace GoldNotch.Core.Shoots;

/// <summary>What powers the cameras of a shoot.</summary>
public enum SupplyKind
{
    /// <summary>Their own batteries.</summary>
    Batteries,

    /// <summary>Battery plates of one voltage.</summary>
    Plates,

    /// <summary>Mains of the place, through the cameras' adapters.</summary>
    Mains,

    /// <summary>A generator, through the cameras' adapters.</summary>
    Generator,
}

/// <summary>The supply of a shoot.</summary>
/// <param name="Kind">What it is.</param>
/// <param name="VoltAmperes">Rating of mains circuit or generator, VA; null where nobody knows it.</param>
/// <param name="Volts">Voltage of plates; null elsewhere.</param>
/// <param name="IsTrueSine">Whether a generator gives a true sine, crystal-controlled.</param>
public sealed record ShootSupply(SupplyKind Kind, double? VoltAmperes = null, double? Volts = null, bool IsTrueSine = false)
{
    /// <summary>Batteries, as where nobody says otherwise.</summary>
    public static ShootSupply OwnBatteries { get; } = new(SupplyKind.Batteries);

    /// <summary>What the sheets of a shoot say of its supply: mains where all of them set the adapter to the camera, else own batteries.</summary>
    /// <param name="sheets">The sheets of its cameras.</param>
    public static ShootSupply AsTheSheets(IReadOnlyCollection<Sheet> sheets) =>
        sheets.Count > 0 && sheets.All(s => s.Word(Setting.MainsAdapter) == "camera") ? new ShootSupply(SupplyKind.Mains) : OwnBatteries;

    /// <summary>Whether the cameras run through their adapters.</summary>
    public bool IsMains => Kind is SupplyKind.Mains or SupplyKind.Generator;
}

/// <summary>Whether a supply may and can carry the cameras.</summary>
public static class SupplyPlan
{
    // Ordinary plates and adapters end here (bench rule).
    private const double OrdinaryVolts = 17;

    private const string RuleId = "PACK-SUPPLY";

    private static readonly Template Voltage = new(
        RuleId,
        "voltage",
        "{model} needs {need} and the plates give {have}: never connect them. Find a supply of {need}."
    );
    private static readonly Template NotTrueSine = new(
        RuleId,
        "not-true-sine",
        "{model} needs a crystal-controlled true-sine set of {least} or more; an ordinary generator does not run it cleanly."
    );
    private static readonly Template Overloaded = new(
        RuleId,
        "overloaded",
        "The cameras draw {load}; {limit} may be planned on a supply of {have}. Use one of {least} or more, or another circuit."
    );
    private static readonly Template Carries = new(RuleId, "carries", "The cameras draw {load} of the {limit} that may be planned on it.");
    private static readonly Template AsStandard = new(
        RuleId,
        "as-standard",
        "Mains, as the standards of its cameras say; batteries only bridge. Say so on the shoot where the place has none."
    );
    private static readonly Template Unrated = new(
        RuleId,
        "unrated",
        "The cameras draw {load}. Ask what the circuit carries: it has to be rated {least} or more."
    );

    /// <summary>That the supply is what the standards say, because nobody has said otherwise of the shoot.</summary>
    public static Judgement FromTheStandards => AsStandard.Of();

    /// <summary>What there is to know of a supply with these cameras, faults first.</summary>
    /// <param name="supply">The supply.</param>
    /// <param name="cameras">The cameras; one that states no consumption is not counted.</param>
    public static ImmutableArray<(bool IsFault, Judgement Because)> Of(ShootSupply supply, IReadOnlyList<CameraModel> cameras)
    {
        (CameraModel Model, PowerNeed Power)[] known = [.. cameras.Where(c => c.Power is not null).Select(c => (c, c.Power!))];
        if (known.Length == 0)
        {
            return [];
        }

        return supply.Kind switch
        {
            SupplyKind.Plates =>
            [
                .. known.Where(k => Differs(supply, k.Power)).DistinctBy(k => k.Model.Key).Select(k => OfVoltage(supply, k)),
            ],
            SupplyKind.Mains or SupplyKind.Generator => [.. OfMains(supply, known)],
            _ => [],
        };
    }

    private static bool Differs(ShootSupply supply, PowerNeed power) =>
        supply.Volts is { } volts && (power.Volts > OrdinaryVolts || volts > OrdinaryVolts) && Math.Abs(volts - power.Volts) > Guard.Edge;

    private static (bool, Judgement) OfVoltage(ShootSupply supply, (CameraModel Model, PowerNeed Power) camera) =>
        (
            true,
            Voltage.Of(
                ("model", camera.Model.Name),
                ("need", FigureValue.In(Measure.Volts, camera.Power.Volts)),
                ("have", FigureValue.In(Measure.Volts, supply.Volts ?? 0))
            )
        );

    private static IEnumerable<(bool IsFault, Judgement Because)> OfMains(ShootSupply supply, (CameraModel Model, PowerNeed Power)[] known)
    {
        // What the supply has to be rated, four fifths of which may be planned on: one number, here, on the sheet and in the cautions.
        double rating = Power.AdapterRating(known.Select(k => k.Power.Watts));
        if (supply.Kind == SupplyKind.Generator)
        {
            foreach ((CameraModel model, _) in known.Where(k => k.Power.Volts > OrdinaryVolts).DistinctBy(k => k.Model.Key))
            {
                FigureValue least = FigureValue.In(Measure.VoltAmperes, rating);
                if (!supply.IsTrueSine)
                {
                    yield return (true, NotTrueSine.Of(("model", model.Name), ("least", least)));
                }
            }
        }

        double load = known.Sum(k => k.Power.Watts) / Power.AdapterPowerFactor;
        (string, FigureValue)[] figures =
        [
            ("load", FigureValue.In(Measure.VoltAmperes, Math.Ceiling(load))),
            ("least", FigureValue.In(Measure.VoltAmperes, rating)),
            ("have", FigureValue.In(Measure.VoltAmperes, supply.VoltAmperes ?? 0)),
            ("limit", FigureValue.In(Measure.VoltAmperes, Math.Floor(Power.PlannedShare * (supply.VoltAmperes ?? 0)))),
        ];
        yield return supply.VoltAmperes is not { } va ? (false, Unrated.Of(figures))
        : rating > va + Guard.Edge ? (true, Overloaded.Of(figures))
        : (false, Carries.Of(figures));
    }
}
