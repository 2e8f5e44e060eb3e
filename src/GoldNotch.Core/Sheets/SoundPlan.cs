using System.Collections.Immutable;
using GoldNotch.Core.Cameras;
using GoldNotch.Core.Judgements;
using GoldNotch.Core.Settings;

namespace GoldNotch.Core.Sheets;

/// <summary>A notch that a plan of sound proposes.</summary>
/// <param name="Setting">The setting.</param>
/// <param name="Require">What is required, as it is written in a standard.</param>
/// <param name="Because">Why.</param>
public sealed record SoundNotch(Setting Setting, string Require, Judgement Because);

/// <summary>Sound as a plan: what each microphone is plugged into, phantom power, channels, the spare, headphones, and what to do with a recorder apart.</summary>
/// <param name="Notches">What a standard requires for it, in the order of the work.</param>
/// <param name="Steps">What to do, in order.</param>
/// <param name="Warnings">What is missing or goes wrong like this.</param>
public sealed record SoundPlan(ImmutableArray<SoundNotch> Notches, ImmutableArray<Judgement> Steps, ImmutableArray<Judgement> Warnings)
{
    private const string RuleId = "SOUND-PLAN";

    // A camcorder has two.
    private const int Inputs = 2;

    private static readonly Template Plugged = new(RuleId, "plugged", "Input {number} is for {name}.");
    private static readonly Template Powers = new(RuleId, "phantom-on", "A condenser microphone without 48 V is silent: {name}.");
    private static readonly Template Wireless = new(RuleId, "phantom-wireless", "48 V does not power a receiver and may harm it: {name}.");
    private static readonly Template NoPower = new(RuleId, "phantom-off", "No 48 V is needed for {name}.");
    private static readonly Template First = new(RuleId, "channel-first", "The sound is cut from {name}.");
    private static readonly Template Second = new(RuleId, "channel-second", "A channel of its own for {name}.");
    private static readonly Template Lower = new(
        RuleId,
        "channel-lower",
        "Once more {name}, 10 dB lower: a shout that clips the first is saved."
    );
    private static readonly Template Room = new(RuleId, "channel-room", "The built-in microphone works when the cable of {name} does not.");
    private static readonly Template Reference = new(
        RuleId,
        "reference",
        "Sound is recorded by others: the camera's is a reference to put both together by."
    );
    private static readonly Template Loud = new(
        RuleId,
        "pad",
        "Something loud reaches {name}: the pad keeps the amplifier from clipping, which no level can undo."
    );
    private static readonly Template Quiet = new(RuleId, "no-pad", "Nothing loud is on the list: a pad would bring noise.");
    private static readonly Template Pair = new(
        RuleId,
        "pair",
        "Wireless pairs fail by channel, batteries, receiver power and cable, in that order."
    );
    private static readonly Template Listen = new(RuleId, "listen", "Only listening reveals a silent channel or a bad cable.");

    private static readonly Template Ears = new(
        RuleId,
        "ears",
        "Headphones in stereo: {first} in one ear, {second} in the other. In mono a dead channel is not noticed."
    );
    private static readonly Template OneEar = new(RuleId, "one", "Headphones on both channels: {first} on one, its spare on the other.");
    private static readonly Template Arm = new(
        RuleId,
        "arm",
        "The recorder has its own card and batteries. Press record once: it is armed and shows levels. Press again: its counter runs. Only then it records."
    );
    private static readonly Template Sync = new(
        RuleId,
        "sync",
        "Start the recorder, then the cameras. Clap once, in picture, before every take: that is the mark both are put together by."
    );
    private static readonly Template StopLast = new(RuleId, "stop", "Stop the cameras first, the recorder last.");
    private static readonly Template None = new(
        RuleId,
        "none",
        "Sound is recorded by others and the camera's is not used: nothing is required of it."
    );

    private static readonly Template NoHeadphones = new(
        RuleId,
        "no-headphones",
        "There are no headphones on the list: nobody hears that a channel is silent. Add a pair."
    );
    private static readonly Template NoInput = new(
        RuleId,
        "no-input",
        "No input is left for {name}: put it on the recorder, or mix it before the camera."
    );
    private static readonly Template NoMicrophone = new(
        RuleId,
        "no-microphone",
        "There is no microphone on the list: only the built-in one is heard, with the room and the hand on the camera."
    );
    private static readonly Template NoSpare = new(
        RuleId,
        "no-spare",
        "A second microphone is the spare of this standard, and the list has one: the built-in one takes its place."
    );

    /// <summary>Makes it.</summary>
    /// <param name="setup">What there is.</param>
    /// <param name="policies">How the department does it.</param>
    public static SoundPlan Of(SoundSetup setup, Policies policies)
    {
        var plan = new Making(setup);
        switch (policies.Of<SoundByOthersPolicy>())
        {
            case SoundByOthersPolicy.Nothing:
                return new SoundPlan([], [None.Of(), .. plan.Recorder()], []);
            case SoundByOthersPolicy.Reference:
                plan.Add(Setting.Channel1, "built-in", Reference.Of());
                plan.Add(Setting.Channel2, "built-in", Reference.Of());
                return new SoundPlan([.. plan.Notches], plan.Recorder(), []);
            default:
                plan.Route(policies.Of<SpareChannelPolicy>());
                return new SoundPlan([.. plan.Notches.OrderBy(n => n.Setting)], [.. plan.Steps, .. plan.Recorder()], [.. plan.Warnings]);
        }
    }

    private sealed class Making(SoundSetup setup)
    {
        internal List<SoundNotch> Notches { get; } = [];

        internal List<Judgement> Steps { get; } = [];

        internal List<Judgement> Warnings { get; } = [];

        internal void Add(Setting setting, string require, Judgement because) => Notches.Add(new SoundNotch(setting, require, because));

        internal ImmutableArray<Judgement> Recorder() => setup.IsRecorderApart ? [Arm.Of(), Sync.Of(), StopLast.Of()] : [];

        internal void Route(SpareChannelPolicy spare)
        {
            // What is there for the case that another fails is plugged in last.
            PlannedMicrophone[] all = [.. setup.Microphones.OrderBy(m => m.IsSpare)];
            PlannedMicrophone[] plugged = [.. all.Take(Inputs)];
            Warnings.AddRange(all.Skip(Inputs).Select(m => NoInput.Of(("name", m.Name))));
            for (int i = 0; i < plugged.Length; i++)
            {
                Input(plugged[i], i + 1);
            }

            Channels(plugged, spare);
            if (plugged.Length > 0)
            {
                PlannedMicrophone? loud = plugged.FirstOrDefault(m => m.IsLoud);
                Add(Setting.Pad, loud is null ? "off" : "20 dB", loud is null ? Quiet.Of() : Loud.Of(("name", loud.Name)));
            }

            if (all.Any(m => m.IsWireless))
            {
                Add(Setting.WirelessPair, "done", Pair.Of());
            }

            Add(Setting.Headphones, "done", Listen.Of());
            if (!setup.HasHeadphones)
            {
                Warnings.Add(NoHeadphones.Of());
            }
        }

        private void Input(PlannedMicrophone microphone, int number)
        {
            (Setting input, Setting phantom) = number == 1 ? (Setting.Input1, Setting.Phantom1) : (Setting.Input2, Setting.Phantom2);
            string require = microphone switch
            {
                { IsWireless: true } => "wireless",
                { Kind: MicrophoneKind.Condenser } => Microphones.Condenser,
                { Kind: MicrophoneKind.Dynamic } => Microphones.Dynamic,
                { Kind: MicrophoneKind.Line } => "line",
                _ => Microphones.Position,
            };
            Add(input, require, Plugged.Of(("name", microphone.Name), ("number", FigureValue.Count(number))));
            bool isPowered = microphone is { IsWireless: false, Kind: MicrophoneKind.Condenser };
            Template because =
                isPowered ? Powers
                : microphone.IsWireless ? Wireless
                : NoPower;
            Add(phantom, isPowered ? "on" : "off", because.Of(("name", microphone.Name)));
        }

        private void Channels(PlannedMicrophone[] plugged, SpareChannelPolicy spare)
        {
            if (plugged.Length == 0)
            {
                Warnings.Add(NoMicrophone.Of());
                Add(Setting.Channel1, "built-in", NoMicrophone.Of());
                return;
            }

            string first = plugged[0].Name;
            Add(Setting.Channel1, "input 1", First.Of(("name", first)));
            if (plugged.Length > 1)
            {
                Add(Setting.Channel2, "input 2", Second.Of(("name", plugged[1].Name)));
                Steps.Add(Ears.Of(("first", first), ("second", plugged[1].Name)));
                return;
            }

            if (spare == SpareChannelPolicy.Second)
            {
                Warnings.Add(NoSpare.Of());
            }

            bool isLower = spare == SpareChannelPolicy.Lower;
            Add(Setting.Channel2, isLower ? "input 1, 10 dB lower" : "built-in", (isLower ? Lower : Room).Of(("name", first)));
            Steps.Add(OneEar.Of(("first", first)));
        }
    }
}
