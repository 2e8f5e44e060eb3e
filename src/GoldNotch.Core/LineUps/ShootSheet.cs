using System.Collections.Immutable;
using GoldNotch.Core.Cameras;
using GoldNotch.Core.Exposure;
using GoldNotch.Core.Judgements;
using GoldNotch.Core.Optics;
using GoldNotch.Core.Settings;
using GoldNotch.Core.Sheets;
using GoldNotch.Core.Sheets.Compiling;
using GoldNotch.Core.Units;

namespace GoldNotch.Core.LineUps;

/// <summary>A camera's sheet for one shoot: its standard's sheet with the values of the plan, checked on the bench like any other.</summary>
public static class ShootSheet
{
    /// <summary>What the plan puts in the place of the standard's own notches.</summary>
    /// <param name="lineUp">The line-up.</param>
    /// <param name="row">The planned camera.</param>
    /// <param name="white">How it is balanced; null: as the standard says.</param>
    public static ImmutableArray<Notch> Notches(LineUp lineUp, CameraRow row, BalanceRow? white)
    {
        PlanCandidate chosen = row.Plan.Chosen;
        string why = $"Planned for {lineUp.Name}";
        ImmutableArray<Notch>.Builder notches = ImmutableArray.CreateBuilder<Notch>();
        void Put(Setting setting, Requirement requirement, string reason)
        {
            Notch? own = row.Prepared.Sheet.LineOf(setting)?.Notch;
            notches.Add(
                new Notch(
                    setting,
                    requirement,
                    own?.Tolerance ?? new Distance(0, SettingDefinition.Of(setting).Unit),
                    own?.Importance ?? Importance.Must,
                    $"{why}: {reason}"
                )
            );
        }

        if (row.Prepared.Of.Pins.Shutter is { } time)
        {
            Put(Setting.Shutter, new Requirement.Speed(time), "held by hand.");
        }

        if (chosen.State.Base.Length > 0)
        {
            Put(Setting.BaseIso, new Requirement.Position(chosen.State.Base), $"base and gain together give {chosen.State.Speed.Label()}.");
        }

        Put(Setting.Gain, new Requirement.Gain(chosen.State.Gain), JudgementText.Of(row.Why));
        string front = chosen.Front.IsEmpty
            ? "nothing in front."
            : $"and in front of the lens {string.Join(", ", chosen.Front.Select(f => f.Label))}.";
        Put(Setting.NeutralDensity, new Requirement.FilterLoss(chosen.BuiltIn.Loss), $"{chosen.BuiltIn.Label}, {front}");
        Put(
            Setting.Iris,
            new Requirement.Iris(chosen.Iris, false),
            row.RequirementMissed is { } missed ? JudgementText.Of(missed) : "as the plan balances it."
        );
        if (white is { Dial: { } dial })
        {
            Put(Setting.WhiteBalance, new Requirement.WhitePreset(dial), JudgementText.Of(white.Because));
        }
        else if (white is { Memory.Length: > 0 })
        {
            Put(Setting.WhiteBalance, new Requirement.WhiteCard(white.Memory), JudgementText.Of(white.Because));
        }

        return notches.ToImmutable();
    }

    /// <summary>The sheet.</summary>
    /// <param name="lineUp">The line-up.</param>
    /// <param name="row">The planned camera.</param>
    /// <param name="white">How it is balanced.</param>
    public static Sheet Of(LineUp lineUp, CameraRow row, BalanceRow? white) =>
        SheetCompiler.Compile(
            Planned(lineUp.Standard.In(lineUp.Light.AsScene(lineUp.Place), Notches(lineUp, row, white)), lineUp.Name, OffsetsOf(lineUp)),
            WithMarkedLens(row.Prepared.Of),
            CameraPreparation.Circumstances(lineUp, row.Prepared.Of)
        );

    /// <summary>The exposure over the meter that a plan goes by: on log curves, and on every other.</summary>
    public static (Stops OnLog, Stops Other) OffsetsOf(LineUp lineUp) => (lineUp.OffsetOn(ExposureIntent.Log), lineUp.OffsetOn(null));

    /// <summary>A standard whose exposure a plan has taken the place of.</summary>
    /// <param name="standard">The standard in the plan's light, with its notches.</param>
    /// <param name="name">The shoot.</param>
    /// <param name="offsets">What the plan exposes over the meter.</param>
    public static Standard Planned(Standard standard, string name, (Stops OnLog, Stops Other) offsets) =>
        standard with
        {
            PlannedFor = name,
            Exposure = standard.Exposure with { OffsetOnLog = offsets.OnLog, Offset = offsets.Other },
        };

    /// <summary>The model with the lens that is on it, its f-stops as they are engraved.</summary>
    public static CameraModel WithMarkedLens(LineUpCamera camera) =>
        camera.Transmission is { } t ? camera.Model with { Lens = Marked(camera.Model.Lens, t) } : camera.Model;

    /// <summary>A lens with its f-stops in T.</summary>
    /// <param name="lens">The lens in N.</param>
    /// <param name="transmission">Its T-number wide open.</param>
    public static Lens Marked(Lens lens, FNumber transmission)
    {
        Stops loss = ExposureBalance.LensLoss(lens.WidestAtShort, transmission);
        FNumber T(FNumber n) => new(n.OpenedBy(-loss).Value, true);
        return new Lens(lens.Shortest, lens.Longest, T(lens.WidestAtShort), T(lens.WidestAtLong), T(lens.Smallest));
    }
}
