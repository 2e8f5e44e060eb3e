using GoldNotch.Core.Clips;
using GoldNotch.Core.Exposure;
using GoldNotch.Core.Frames;
using GoldNotch.Core.Units;

namespace GoldNotch.Core.Tests;

/// <summary>What a unit's own figures and a clip say where the worked values are silent: too little measured, and what cannot be.</summary>
public class FigureTests
{
    [Fact]
    public void Pairs_of_a_light_that_was_not_steady_are_refused_and_so_are_none()
    {
        FilterPair Pair(double filtered, double clipped = 0) => new(0.24, filtered, Stops.Zero, clipped, 0);
        Should.Throw<QuantityException>(() => FilterStrength.Of([])).Fault.ShouldBe(QuantityFault.NoChoice);
        Should.Throw<QuantityException>(() => FilterStrength.Of([Pair(0.06), Pair(0.055)])).Fault.ShouldBe(QuantityFault.OutOfRange);

        // A clipped pair does not enter, however far it is off.
        var strength = FilterStrength.Of([Pair(0.06), Pair(0.0605), Pair(0.01, clipped: 0.2)]);
        (strength.Pairs, strength.AtLeast, strength.Uncertainty).ShouldBe((2, false, null));
        strength.Loss.Value.ShouldBe(2, 0.01);
    }

    [Fact]
    public void Of_two_units_nobody_knows_which_is_off()
    {
        SisterReading Of(string unit) => new(unit, 0, 0, 0, 36);
        Should.Throw<QuantityException>(() => Sisters.Compare([Of("A"), Of("B")])).Fault.ShouldBe(QuantityFault.NoChoice);
        Sisters.Compare([Of("A"), Of("B"), Of("C")]).ShouldAllBe(s => s.Named.IsEmpty);
    }

    [Fact]
    public void A_gain_that_was_not_measured_is_no_limit_and_noise_reduction_does_not_count()
    {
        Decibels[] gains = [.. new[] { 0.0, 6, 12, 18 }.Select(g => new Decibels(g))];
        GainNoise At(double gain, double clean) => new(new Decibels(gain), clean);
        Should.Throw<QuantityException>(() => NoiseFigures.Limit(gains, [At(1, 40), At(2, 39)], 26)).Fault.ShouldBe(QuantityFault.NoChoice);
        NoiseFigures.Limit(gains, [At(0, 20), At(18, 18)], 26).Gain.ShouldBeNull();
        NoiseFigures
            .Limit(gains, [At(0, 40), At(6, 25), At(12, 30), At(18, 29)], 26)
            .Gain!.Value.Value.ShouldBe(0, "a later rise is smoothing");
        NoiseFigures.Limit(gains, [At(0, 40), At(18, 30)], 26).AtLeast.ShouldBeTrue();
    }

    [Fact]
    public void A_curve_that_is_not_the_one_of_the_card_is_found_out()
    {
        var curve = ToneCurve.Named("BT.709");
        PatchExposure[] of709 =
        [
            .. Enumerable.Range(-4, 7).Select(s => new PatchExposure(s, curve.Encode(0.18 * Math.Pow(2, s)), 40 + (3 * s))),
        ];
        CurveRoom.Of(of709, curve).IsTrue.ShouldBeTrue();
        CurveRoom.Of(of709, ToneCurve.Named("HLG")).IsTrue.ShouldBeFalse();
        Should.Throw<QuantityException>(() => CurveRoom.Of(of709[..1], curve)).Fault.ShouldBe(QuantityFault.NoChoice);
    }

    [Fact]
    public void A_step_of_light_is_wander_and_no_flicker()
    {
        double[] step = [.. Enumerable.Range(0, 120).Select(i => i < 60 ? 0.2 : 0.14)];
        var rate = new FrameRate(25, 1);
        ExposureWander.Of(step, rate).IsSeen.ShouldBeTrue();
        LightFlicker.Of([step], 25).Verdict.ShouldBe(FlickerVerdict.Steady);

        // Somebody walks through two of eight strips: the others do not move.
        double[] still = [.. Enumerable.Repeat(0.2, 120)];
        double[] moved = [.. Enumerable.Range(0, 120).Select(i => 0.2 * (1 + (0.2 * Math.Cos(i))))];
        LightFlicker.Of([moved, moved, still, still, still, still, still, still], 25).Verdict.ShouldBe(FlickerVerdict.Steady);
        Should.Throw<QuantityException>(() => LightFlicker.Of([still[..10]], 25)).Fault.ShouldBe(QuantityFault.NoChoice);
    }

    [Fact]
    public void Frames_that_are_missing_without_a_pattern_were_dropped()
    {
        double[] differences = [.. Enumerable.Range(0, 100).Select(i => i is 20 or 47 or 48 or 83 ? 0.00001 : 0.01)];
        FrameRepeats dropped = FrameRepeats.Of(differences, new FrameRate(25, 1));
        (dropped.Repeats, dropped.Verdict).ShouldBe((4, RepeatVerdict.Dropped));
        FrameRepeats.Of([], new FrameRate(25, 1)).Verdict.ShouldBe(RepeatVerdict.Still);
    }

    [Fact]
    public void A_channel_that_is_silent_has_no_twin_and_a_steady_noise_is_no_voice()
    {
        double[] loud = [.. Enumerable.Range(0, 4800).Select(i => 0.25 * Math.Sin(i * 0.1))];
        ChannelPair.Of(loud, new double[4800]).Verdict.ShouldBe(PairVerdict.Silent);
        SoundLevels.Of(new double[10]).ShouldBe(new SoundLevels(SoundLevels.Nothing, SoundLevels.Nothing, 0));
        VoiceLevel.Of([.. VoiceLevel.Blocks(loud, 48_000)]).Peaks.ShouldBeNull();
        SoundTarget.Faults(null, -20).ShouldBe([SoundFault.NoVoice]);
        Should.Throw<QuantityException>(() => ChannelPair.Of(loud, loud.AsSpan(1))).Fault.ShouldBe(QuantityFault.NoChoice);
    }
}
