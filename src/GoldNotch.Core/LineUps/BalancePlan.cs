using System.Collections.Immutable;
using GoldNotch.Core.Cameras;
using GoldNotch.Core.Colour;
using GoldNotch.Core.Judgements;
using GoldNotch.Core.Sheets;
using GoldNotch.Core.Units;

namespace GoldNotch.Core.LineUps;

/// <summary>How a camera gets its white.</summary>
public enum BalanceMethod
{
    /// <summary>The reference: balanced on the card.</summary>
    Reference,

    /// <summary>The same card in the same light.</summary>
    Card,

    /// <summary>The reference's number with this unit's own offset.</summary>
    Number,

    /// <summary>A preset, because nothing else is there.</summary>
    Preset,
}

/// <summary>How one camera is balanced.</summary>
/// <param name="Letter">The camera.</param>
/// <param name="Method">How.</param>
/// <param name="Memory">Memory to keep it in; empty where the camera has none or it is dialled.</param>
/// <param name="Dial">The number to dial; null where the card sets it.</param>
/// <param name="Rest">What is predicted to be left against the reference; positive is warm.</param>
/// <param name="Because">What to do and why.</param>
public sealed record BalanceRow(string Letter, BalanceMethod Method, string Memory, Kelvin? Dial, MiredShift Rest, Judgement Because)
{
    /// <summary>Whether the rest is seen.</summary>
    public CastGrade Grade => WhiteBalance.Grade(Rest);
}

/// <summary>Plans the white of several cameras.</summary>
public static class BalancePlan
{
    private const string RuleId = "PLAN-WHITE-BALANCE";

    private static readonly Template OnReference = new(
        RuleId,
        "reference",
        "White balance reference: balance it on the grey card at the subject, in the subject's light, with the planned ND filter in."
    );
    private static readonly Template SaveIn = new(RuleId, "save-in", "Save it in memory {memory}.");
    private static readonly Template DialMeasured = new(
        RuleId,
        "dial-measured",
        "Dial {dial}: this unit needs {offset} against {reference}. Its steps leave {rest}."
    );
    private static readonly Template DialUnmeasured = new(
        RuleId,
        "dial-unmeasured",
        "Dial {dial}. This unit was never measured: compare it with the reference. Its steps leave {rest}."
    );
    private static readonly Template WasMatched = new(RuleId, "was-matched", "It was matched to {reference} {days} ago.");
    private static readonly Template WasMatchedToday = new(RuleId, "was-matched-today", "It was matched to {reference} today.");
    private static readonly Template WasMatchedLongAgo = new(
        RuleId,
        "was-matched-long-ago",
        "It was matched to {reference} {days} ago, which is more than {limit}: match it again when there is time."
    );
    private static readonly Template AfterCard = new(
        RuleId,
        "after-card",
        "Dial it after the card reading of {reference}: about {dial} if the light is {light}. Type in what {reference} shows, and the number follows."
    );
    private static readonly Template AfterCardUnmeasured = new(
        RuleId,
        "after-card-unmeasured",
        "Dial it after the card reading of {reference}: about {dial} if the light is {light}. This unit was never measured: compare it with {reference}."
    );
    private static readonly Template CardShowed = new(RuleId, "card-showed", "It showed {white} on the card.");
    private static readonly Template SameCard = new(
        RuleId,
        "same-card",
        "Balance it on the same grey card in the same light, and save it in memory {memory}. It has no kelvin control."
    );
    private static readonly Template SameCardUnmeasured = new(
        RuleId,
        "same-card-unmeasured",
        "Balance it on the same grey card in the same light, and save it in memory {memory}. This unit was never measured against the reference."
    );
    private static readonly Template NotStated = new(
        RuleId,
        "not-stated",
        "The specification of this model lists no preset, memory or kelvin control: look what it has."
    );
    private static readonly Template NearestPreset = new(
        RuleId,
        "nearest-preset",
        "Preset {dial} is the nearest it has; {rest} remain, to be corrected afterwards."
    );

    /// <summary>Plans it: the reference on the card, the others by number with their own offset, by the card where they have no number, else by a preset.</summary>
    /// <param name="lineUp">The line-up.</param>
    /// <param name="cameras">Its cameras.</param>
    public static ImmutableArray<BalanceRow> Of(LineUp lineUp, ImmutableArray<LineUpCamera> cameras)
    {
        if (cameras.IsEmpty)
        {
            return [];
        }

        LineUpCamera reference = Reference(lineUp, cameras);
        Kelvin light = lineUp.Light.Temperature;
        return [.. cameras.Select(c => c == reference ? OnCard(c, lineUp.Light) : Other(c, reference, lineUp))];
    }

    /// <summary>The camera whose colour is trusted most: the one named, else one that was measured and needs least, else the first.</summary>
    public static LineUpCamera Reference(LineUp lineUp, ImmutableArray<LineUpCamera> cameras) =>
        cameras.FirstOrDefault(c => c.Letter == lineUp.ColourReference)
        ?? cameras.OrderBy(c => c.ColourOffset is { } o ? Math.Abs(o.Value) : double.PositiveInfinity).First();

    private static BalanceRow OnCard(LineUpCamera camera, LineUpLight light)
    {
        string memory = camera.Model.White.Memories.FirstOrDefault("");
        Kelvin? dial = memory.Length == 0 && camera.Model.White.Dial is { } grid ? WhiteBalance.Round(light.Temperature, grid) : null;
        MiredShift rest = dial is { } k ? WhiteBalance.Cast(light.Temperature, k) : default;
        return new BalanceRow(
            camera.Letter,
            BalanceMethod.Reference,
            memory,
            dial,
            rest,
            OnReference
                .Of(Setting.WhiteBalance)
                .And(memory.Length > 0 ? SaveIn.Of(Setting.WhiteBalance, ("memory", memory)) : null)
                .And(light.OnCard is { } showed ? CardShowed.Of(Setting.WhiteBalance, ("white", showed)) : null)
        );
    }

    private static Judgement? Matched(UnitOffset known, LineUpCamera reference) =>
        known.DaysOld is { } days
            ? (
                known.IsOld ? WasMatchedLongAgo
                : days < 1 ? WasMatchedToday
                : WasMatched
            ).Of(
                Setting.WhiteBalance,
                ("reference", reference.Letter),
                ("days", FigureValue.In(Measure.Days, Math.Floor(days))),
                ("limit", FigureValue.In(Measure.Days, Frames.Matching.OldAfterDays))
            )
            : null;

    private static BalanceRow Other(LineUpCamera camera, LineUpCamera reference, LineUp lineUp)
    {
        WhiteControl white = camera.Model.White;
        // The card is the truth about the light; what was first said of it is a guess until then.
        Kelvin light = lineUp.Light.OnCard ?? lineUp.Light.Temperature;
        UnitOffset known = UnitOffset.Of(reference, camera, light);
        bool guessed = lineUp.Light.OnCard is null && !reference.Model.White.Memories.IsEmpty;
        bool cardEach = lineUp.Standard.Policies.Is(WhiteBalancePolicy.Card) && !known.IsKnown && !white.Memories.IsEmpty;
        MiredShift offset = known.Shift;
        if (white.Dial is { } grid && !cardEach)
        {
            Kelvin wanted = WhiteBalance.UnitNumber(light, offset);
            Kelvin dial = WhiteBalance.Round(wanted, grid);
            MiredShift rest = WhiteBalance.Cast(wanted, dial);
            Template template = (guessed, known.IsKnown) switch
            {
                (true, false) => AfterCardUnmeasured,
                (true, _) => AfterCard,
                (_, false) => DialUnmeasured,
                _ => DialMeasured,
            };
            return new BalanceRow(
                camera.Letter,
                BalanceMethod.Number,
                "",
                dial,
                rest,
                template
                    .Of(
                        Setting.WhiteBalance,
                        ("dial", dial),
                        ("offset", offset),
                        ("reference", reference.Letter),
                        ("rest", rest),
                        ("light", light)
                    )
                    .And(Matched(known, reference))
            );
        }

        if (!white.Memories.IsEmpty)
        {
            string memory = white.Memories[0];
            return new BalanceRow(
                camera.Letter,
                BalanceMethod.Card,
                memory,
                null,
                new MiredShift(0),
                (white.Dial is null ? SameCard : SameCardUnmeasured).Of(Setting.WhiteBalance, ("memory", memory))
            );
        }

        if (white.Presets.IsEmpty)
        {
            return new BalanceRow(camera.Letter, BalanceMethod.Preset, "", null, new MiredShift(0), NotStated.Of(Setting.WhiteBalance));
        }

        Kelvin exact = WhiteBalance.UnitNumber(light, offset);
        Kelvin preset = white.Presets.MinBy(p => Math.Abs(WhiteBalance.Shift(exact, p).Value));
        MiredShift left = WhiteBalance.Cast(exact, preset);
        return new BalanceRow(
            camera.Letter,
            BalanceMethod.Preset,
            "",
            preset,
            left,
            NearestPreset.Of(Setting.WhiteBalance, ("dial", preset), ("rest", left))
        );
    }
}
