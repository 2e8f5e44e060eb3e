using System.Collections.Immutable;
using GoldNotch.Core.Cameras;
using GoldNotch.Core.Exposure;
using GoldNotch.Core.Judgements;
using GoldNotch.Core.Units;

namespace GoldNotch.Core.Sheets;

/// <summary>Where a department puts grey, skin and white on one curve, in per cent of the recorded scale.</summary>
/// <param name="Curve">The picture profile by the department's word.</param>
/// <param name="Grey">Level of the grey card; null where none is stated.</param>
/// <param name="Skin">Level of light skin; null where none is stated.</param>
/// <param name="White">Level of the white card; null where none is stated.</param>
public sealed record CurveLevels(string Curve, double? Grey, double? Skin, double? White)
{
    private const string RuleId = "CURVE-LEVELS";

    private static readonly Template Levels = new(RuleId, "levels", "On {curve} expose for {levels:commas}.");
    private static readonly Template GreyAt = new(RuleId, "grey", "grey at {level}");
    private static readonly Template SkinAt = new(RuleId, "skin", "skin at {level}");
    private static readonly Template WhiteAt = new(RuleId, "white", "white at {level}");

    /// <summary>The levels in a sentence.</summary>
    /// <param name="setting">The setting they are said of: the profile, the zebra, false colour.</param>
    public Judgement Told(Setting setting) =>
        Levels.Of(
            setting,
            ("curve", Curve),
            ("levels", new FigureValue.List([.. Parts(setting).Select(p => (FigureValue)new FigureValue.Quoted(p))]))
        );

    private IEnumerable<Judgement> Parts(Setting setting)
    {
        foreach ((Template at, double? level) in new[] { (GreyAt, Grey), (SkinAt, Skin), (WhiteAt, White) })
        {
            if (level is { } percent)
            {
                yield return at.Of(setting, ("level", FigureValue.In(Measure.Percent, percent)));
            }
        }
    }
}

/// <summary>What a department states of exposure beyond single settings: how much noise, how far over the meter by kind of curve, which levels.</summary>
public sealed record ExposureIntent
{
    /// <summary>The picture profile that is a log curve, by the department's word.</summary>
    public const string Log = "log";

    /// <summary>Nothing stated.</summary>
    public static ExposureIntent None { get; } = new();

    /// <summary>Most noise over the quietest base at 0 dB, base penalty and gain together; null where none is stated.</summary>
    public Decibels? NoiseLimit { get; init; }

    /// <summary>Exposure over the meter on log curves.</summary>
    public Stops OffsetOnLog { get; init; }

    /// <summary>Exposure over the meter on every other curve.</summary>
    public Stops Offset { get; init; }

    /// <summary>Levels by curve, each curve once.</summary>
    public ImmutableArray<CurveLevels> Levels { get; init; } = [];

    /// <summary>The offset on a curve.</summary>
    /// <param name="curve">The picture profile by its word; null where none is known.</param>
    public Stops OffsetOn(string? curve) => curve == Log ? OffsetOnLog : Offset;

    /// <summary>The levels on a curve; null where none are stated.</summary>
    /// <param name="curve">The picture profile by its word; null where none is known.</param>
    public CurveLevels? LevelsOn(string? curve) => Levels.FirstOrDefault(l => l.Curve == curve);

    /// <inheritdoc/>
    public bool Equals(ExposureIntent? other) =>
        other is not null
        && (NoiseLimit, OffsetOnLog, Offset) == (other.NoiseLimit, other.OffsetOnLog, other.Offset)
        && Levels.SequenceEqual(other.Levels);

    /// <inheritdoc/>
    public override int GetHashCode() => HashCode.Combine(NoiseLimit, OffsetOnLog, Offset, Levels.Length);
}
