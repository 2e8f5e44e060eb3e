using System.Collections.Immutable;
using GoldNotch.Core.Cameras;
using GoldNotch.Core.Judgements;
using GoldNotch.Core.Settings;
using GoldNotch.Core.Units;

namespace GoldNotch.Core.Sheets.Compiling;

/// <summary>Translates a standard for a model: standard × model → sheet, each line exact, a compromise with its size, not possible, or for a person to look at.</summary>
public static class SheetCompiler
{
    private static readonly ImmutableArray<Translator> Translators = Translator.ForAll();

    private static readonly Template OfItsClass = new(
        "PRESUMED",
        "class",
        "Cameras of this class usually have it so; nobody has confirmed it for {model}. Look at the camera, then confirm it in the specification."
    );

    /// <summary>Makes the sheet for the circumstances the standard is usually used in.</summary>
    public static Sheet Compile(Standard standard, CameraModel model) => Compile(standard, model, standard.Circumstances);

    /// <summary>Makes the sheet. Lines follow the order of the work, because later settings depend on earlier ones.</summary>
    /// <param name="standard">The intention.</param>
    /// <param name="model">The camera.</param>
    /// <param name="circumstances">The shoot.</param>
    public static Sheet Compile(Standard standard, CameraModel model, Circumstances circumstances)
    {
        var draft = new SheetDraft(standard, model, circumstances);
        foreach (Notch notch in draft.Notches)
        {
            if (notch.Setting == Setting.Iris)
            {
                GainWithinNoise.Apply(draft, notch);
            }

            draft.Add(LineOf(notch, draft));
        }

        GainAsLastResort.Apply(draft);
        ResetStates.Explain(draft);
        return draft.Finish();
    }

    /// <summary>The line of a notch after the lines that are written already.</summary>
    internal static SheetLine LineOf(Notch notch, SheetDraft draft)
    {
        SheetLine line = WithLevels(Translators[(int)notch.Setting].Translate(notch, draft), draft);
        return Presumed(FullAutoTranslator.Under(draft, ResetStates.Marked(Forced.By(draft, line), draft)), draft);
    }

    // What is presumed of a class is a target to look for, and no statement about this model.
    private static SheetLine Presumed(SheetLine line, SheetDraft draft) =>
        draft.Model.Presumed.Contains(line.Setting)
            ? line with
            {
                Fit = Fit.CheckByEye,
                NothingToDo = false,
                Size = new Distance(0, line.Size.Unit),
                Because = OfItsClass.Of(line.Setting, ("model", draft.Model.Name)),
            }
            : line;

    // The levels of a curve are said where they are looked at: of the profile itself, of the zebra and of false colour.
    private static SheetLine WithLevels(SheetLine line, SheetDraft draft) =>
        line.Setting is Setting.Profile or Setting.Zebra or Setting.FalseColour
        && draft.Standard.Exposure.LevelsOn(
            ((line.Setting == Setting.Profile ? line.Target : draft.LineOf(Setting.Profile)?.Target) as SettingValue.Choice)?.Word
        )
            is { } levels
            ? line with
            {
                Because = line.Because.And(levels.Told(line.Setting)),
            }
            : line;
}

/// <summary>A sheet being written: what the lines before have already decided.</summary>
internal sealed class SheetDraft(Standard standard, CameraModel model, Circumstances circumstances)
{
    private readonly ImmutableArray<SheetLine>.Builder _lines = ImmutableArray.CreateBuilder<SheetLine>();
    private (RecordFormat? Format, BitRate? Rate)? _ahead;

    internal Standard Standard => standard;

    internal CameraModel Model => model;

    internal Circumstances Circumstances => circumstances;

    /// <summary>The notches that hold, in the order of the work.</summary>
    internal ImmutableArray<Notch> Notches { get; } =
    [.. standard.NotchesIn(circumstances).Where(n => model.RecordsSound || !SoundSettings.All.Contains(n.Setting))];

    /// <summary>The format and bit rate that will be decided further down.</summary>
    internal (RecordFormat? Format, BitRate? Rate) Ahead => _ahead ??= FormatAhead.Of(this);

    /// <summary>What the lines so far do to the picture; positive is brighter than meant.</summary>
    internal Stops LightSoFar
    {
        get
        {
            Stops sum = Stops.Zero;
            foreach (SheetLine line in _lines)
            {
                sum += line.Light;
            }

            return sum;
        }
    }

    /// <summary>The record format decided; null where none is.</summary>
    internal SettingValue.Format? Format => LineOf(Setting.RecordFormat)?.Target as SettingValue.Format;

    /// <summary>The base decided; null for the lowest.</summary>
    internal string? BaseWord => (LineOf(Setting.BaseIso)?.Target as SettingValue.Choice)?.Word;

    internal ControlSource Control => new(model, Format, BaseWord);

    internal IEnumerable<SheetLine> Lines => _lines;

    /// <summary>The curve that will be decided further down: the one required, unless the model is known not to have it.</summary>
    internal string? CurveAhead =>
        Notches.FirstOrDefault(n => n.Setting == Setting.Profile)?.Requirement is Requirement.Position { Word: var word }
        && (
            model.Choices.GetValueOrDefault(Setting.Profile) is { } has
                ? has.Of(word) is not null
                : !model.NotFitted.Contains(Setting.Profile)
        )
            ? word
            : null;

    /// <summary>That curve where it is recorded at its base, whatever gain is shown; null where it takes gain.</summary>
    internal string? CurveAtBase => CurveAhead is { } curve && model.Gain.FixedToBase.Contains(curve) ? curve : null;

    /// <summary>The exposure offset of that curve.</summary>
    internal Stops OffsetAhead => standard.Exposure.OffsetOn(CurveAhead);

    internal bool Policy<TOption>(TOption option)
        where TOption : struct, Enum => standard.Policies.Is(option);

    internal SheetLine? LineOf(Setting setting)
    {
        foreach (SheetLine line in _lines)
        {
            if (line.Setting == setting)
            {
                return line;
            }
        }

        return null;
    }

    internal T? Target<T>(Setting setting)
        where T : SettingValue => LineOf(setting)?.Target as T;

    internal void Add(SheetLine line) => _lines.Add(line);

    internal void Replace(SheetLine line)
    {
        for (int i = 0; i < _lines.Count; i++)
        {
            if (_lines[i].Setting == line.Setting)
            {
                _lines[i] = line;
            }
        }
    }

    /// <summary>Writes a line again after a line before it has changed; what comes after it stays.</summary>
    internal void Again(Setting setting)
    {
        int at = 0;
        while (at < _lines.Count && _lines[at].Setting != setting)
        {
            at++;
        }

        if (at == _lines.Count)
        {
            return;
        }

        SheetLine[] after = [.. _lines.Skip(at + 1)];
        Notch notch = _lines[at].Notch;
        _lines.Count = at;
        _lines.Add(SheetCompiler.LineOf(notch, this));
        _lines.AddRange(after);
    }

    internal Sheet Finish() => new(standard, model, _lines.ToImmutable()) { Circumstances = circumstances };
}
