using System.Collections.Immutable;
using GoldNotch.Core.Cameras;
using GoldNotch.Core.Exposure;
using GoldNotch.Core.Judgements;
using GoldNotch.Core.Settings;
using GoldNotch.Core.Units;

namespace GoldNotch.Core.Sheets;

/// <summary>How well a model can do what a notch asks.</summary>
public enum Fit
{
    /// <summary>As asked, within what can be told apart.</summary>
    Exact,

    /// <summary>The nearest useful thing, with its size told.</summary>
    Compromise,

    /// <summary>This model cannot; the line says what to do instead.</summary>
    NotPossible,

    /// <summary>The card does not say enough: a person must look.</summary>
    CheckByEye,
}

/// <summary>One line of a sheet: a notch translated for one model.</summary>
/// <param name="Notch">What the standard asks.</param>
/// <param name="Fit">How well the model can.</param>
/// <param name="Target">What to set; null only where the model cannot.</param>
/// <param name="Size">Size of the compromise in the setting's unit; zero when exact.</param>
/// <param name="Light">What the compromise does to the picture: positive is brighter than the standard meant.</param>
/// <param name="Because">Why, with the numbers.</param>
/// <param name="Place">Where the control is; null where the card does not say.</param>
/// <param name="Control">The control it is about.</param>
public sealed record SheetLine(
    Notch Notch,
    Fit Fit,
    SettingValue? Target,
    Distance Size,
    Stops Light,
    Judgement Because,
    ControlPlace? Place,
    ControlSource Control
)
{
    /// <summary>The control with its real detents; drawn when it is asked for, since most lines of a grid are never looked at.</summary>
    public Dial Dial => Dial.Of(Setting, Control.Model, Target as SettingValue.Format ?? Control.Format, Control.BaseWord);

    /// <summary>Whether this model meets the notch by not having the control: nobody has to read anything.</summary>
    public bool NothingToDo { get; init; }

    /// <summary>Whether somebody looks all the same, because something may stand in the place of the control: a filter left in front of the lens.</summary>
    public bool LookAnyway { get; init; }

    /// <summary>What the control stands at after a factory reset, as the camera shows it; null where the card does not say.</summary>
    public string? AfterReset { get; init; }

    /// <summary>Whether a reset camera already stands there; null where the card does not say.</summary>
    public bool? ResetIsRight { get; init; }

    /// <summary>What is set.</summary>
    public Setting Setting => Notch.Setting;

    /// <summary>What is required, to be told: what this model is set to, or, where it cannot be, what the standard asks for.</summary>
    public FigureValue Required => Target is { } target ? target : Notch.Requirement.Text;

    /// <summary>Whether its size is what the picture remains off by, since the light needs an iris that the lens does not have; else it is what is moved.</summary>
    public bool MissesTheMeter =>
        Notch.Requirement is Requirement.AsMetered || (Setting == Setting.Iris && Because.Case is "too-dark" or "too-bright");

    /// <summary>The size as it is told, with its direction where a sign could be taken either way; empty when there is none.</summary>
    public string SizeLabel =>
        Size.Amount == 0 ? ""
        : MissesTheMeter
            ? $"{new Stops(Math.Abs(Size.Amount)).DifferenceLabel().TrimStart('+')} too {(Size.Amount < 0 ? "dark" : "bright")}"
        : Setting == Setting.Iris
            ? $"{(Size.Amount > 0 ? "open" : "close")} {new Stops(Size.Amount).LabelWithUnit().TrimStart('+', Notation.Minus)}"
        : Size.Label();
}

/// <summary>A notch that does not count for one model or unit until a day.</summary>
/// <param name="Setting">The setting.</param>
/// <param name="For">The model or unit, as spoken.</param>
/// <param name="Reason">Why.</param>
/// <param name="Author">Who gave the waiver.</param>
/// <param name="Until">Last day it holds.</param>
public sealed record WaivedNotch(Setting Setting, string For, string Reason, string Author, DateOnly Until);

/// <summary>A standard translated for one camera model, in the order of the work. Same input, same sheet.</summary>
/// <param name="Standard">The standard it came from, with its version.</param>
/// <param name="Model">The model it is for, with its version.</param>
/// <param name="Lines">The lines in the order of the work.</param>
public sealed record Sheet(Standard Standard, CameraModel Model, ImmutableArray<SheetLine> Lines)
{
    /// <summary>The circumstances it was made for.</summary>
    public Circumstances Circumstances { get; init; } = Standard.Circumstances;

    /// <summary>Notches that somebody waived for this camera.</summary>
    public ImmutableArray<WaivedNotch> Waived { get; init; } = [];

    /// <summary>The recording decided, with what the card says about it; null where none was.</summary>
    public RecordFormat? Format => Model.FormatOf(Target<SettingValue.Format>(Setting.RecordFormat));

    /// <summary>The base decided; null for the lowest.</summary>
    public string? BaseWord => Target<SettingValue.Choice>(Setting.BaseIso)?.Word;

    /// <summary>The word a choice was decided on; null where it was not.</summary>
    public string? Word(Setting setting) => Target<SettingValue.Choice>(setting)?.Word;

    /// <summary>How many required lines (a must of the standard) this model cannot meet: they alone break the standard.</summary>
    public int BrokenMusts => Lines.Count(l => l is { Fit: Fit.NotPossible, Notch.Importance: Importance.Must });

    /// <summary>The line of a setting, or null where the standard does not ask.</summary>
    public SheetLine? LineOf(Setting setting)
    {
        foreach (SheetLine line in Lines)
        {
            if (line.Setting == setting)
            {
                return line;
            }
        }

        return null;
    }

    /// <summary>Whether an amount that was recorded is what the line asks for, so that somebody confirmed the line and read no number.</summary>
    /// <param name="setting">The setting.</param>
    /// <param name="amount">What was recorded, in the setting's unit.</param>
    public bool IsConfirmation(Setting setting, double amount) =>
        LineOf(setting)
            is { Target: SettingValue.Amount target, Notch.Requirement: Requirement.Enough or Requirement.Amount { Bound: Bound.AtLeast } }
        && Math.Abs(target.Value - amount) <= Guard.Edge;

    /// <summary>The target of a setting as one kind of value, or null.</summary>
    public T? Target<T>(Setting setting)
        where T : SettingValue => LineOf(setting)?.Target as T;

    /// <summary>How many lines have a fit.</summary>
    public int Count(Fit fit) => Lines.Count(l => l.Fit == fit);

    /// <summary>What the sheet leaves of the exposure; positive is brighter. Where light and ISO are known the meter has the last word; else it is what
    /// all compromises together do against what the standard requires.</summary>
    public Stops LightLeft => Predicted?.Error ?? Compromises;

    /// <summary>What all compromises together do to the picture against what the standard requires; positive is brighter.</summary>
    public Stops Compromises => Lines.Aggregate(Stops.Zero, (sum, line) => sum + line.Light);

    /// <summary>The exposure this sheet gives in the standard's light; null where the model states no ISO or the standard no lux.</summary>
    public ExposureBalance? Predicted => PredictedWith(line => line.Target);

    /// <summary>The exposure in the standard's light with other values than the targets.</summary>
    /// <param name="valueOf">The value to count for a line.</param>
    public ExposureBalance? PredictedWith(Func<SheetLine, SettingValue?> valueOf)
    {
        SettingValue? At(Setting setting) => LineOf(setting) is { } line ? valueOf(line) : null;

        // A curve that is fixed to its base records there, whatever gain is shown.
        string? curve = (At(Setting.Profile) as SettingValue.Choice)?.Word;
        bool atBase = curve is not null && Model.Gain.FixedToBase.Contains(curve);
        return
            Model.Gain.IsoOn((At(Setting.BaseIso) as SettingValue.Choice)?.Word) is { } iso
            && Standard.Light.Illuminance is { } lux
            && At(Setting.Shutter) is SettingValue.Speed shutter
            && At(Setting.Gain) is SettingValue.GainAt gain
            && At(Setting.Iris) is SettingValue.Iris iris
            ? ExposureBalance.Of(
                MeteredLight.FromLux(lux),
                shutter.Time,
                atBase ? iso : Sensitivity.IsoAtGain(iso, gain.Gain),
                iris.Number,
                At(Setting.NeutralDensity) is SettingValue.Filter filter ? filter.Position.Loss : Stops.Zero,
                offset: Standard.Exposure.OffsetOn(curve)
            )
            : null;
    }
}
