using GoldNotch.Core.Cameras;
using GoldNotch.Core.Settings;
using GoldNotch.Core.Units;

namespace GoldNotch.Core.StandIns;

/// <summary>What a control stands at.</summary>
/// <param name="Value">Its value; null where the camera shows none.</param>
/// <param name="Automatic">Whether the camera decides.</param>
public readonly record struct Standing(SettingValue? Value, bool Automatic = false);

/// <summary>An order that the camera does not take, as its display says it.</summary>
public sealed class RefusedByCameraException(string says) : Exception(says);

/// <summary>
/// One camera with its complete state, behaving as such cameras do: changing size resets the rate, full auto overrides until its switch is moved, a
/// reset brings the maker's values and clears the clock but leaves the card, automatic values float with the scene. What it can do comes from its card alone.
/// </summary>
public sealed class StandIn
{
    private readonly Dictionary<Setting, Standing> _standing = [];
    private readonly Dictionary<string, (double Kelvin, double FilterStops)> _memories = [];
    private readonly Lock _gate = new();
    private int _pictures;

    /// <summary>A camera as it leaves the maker.</summary>
    /// <param name="tag">Its unit's tag.</param>
    /// <param name="model">What it can do.</param>
    public StandIn(string tag, CameraModel model)
    {
        Tag = tag;
        Model = model;
        foreach (SettingDefinition name in SettingDefinition.All)
        {
            if (!model.NotFitted.Contains(name.Setting) && First(name.Setting) is { } first)
            {
                _standing[name.Setting] = new Standing(first);
            }
        }

        Reset();
    }

    private StandIn(StandIn of)
    {
        lock (of._gate)
        {
            (Tag, Model, Scene, Sound, Charge, Clips) = (of.Tag, of.Model, of.Scene, of.Sound, of.Charge, of.Clips);
            _standing = new Dictionary<Setting, Standing>(of._standing);
            _memories = new Dictionary<string, (double Kelvin, double FilterStops)>(of._memories);
        }
    }

    /// <summary>Another camera that stands as this one does.</summary>
    public StandIn Copy() => new(this);

    /// <summary>Asset tag.</summary>
    public string Tag { get; }

    /// <summary>The model.</summary>
    public CameraModel Model { get; }

    /// <summary>The light it stands in.</summary>
    public Scene Scene { get; set; } = Scene.LectureRoom;

    /// <summary>What is plugged in and what is heard.</summary>
    public SoundScene Sound { get; set; } = SoundScene.Interview;

    /// <summary>The number of its next picture: no two have the same noise.</summary>
    public int NextPicture() => Interlocked.Increment(ref _pictures);

    /// <summary>Charge of the battery, 0 to 1.</summary>
    public double Charge { get; set; } = 1;

    /// <summary>Clips on the card; a reset does not touch them.</summary>
    public int Clips { get; set; }

    /// <summary>What the camera tells over its link: everything it knows, a few things, or nothing at all.</summary>
    public IReadOnlyCollection<Setting> Reports =>
        Model.Kind switch
        {
            var kind when kind.Contains("small", StringComparison.Ordinal) => [],
            var kind when kind.Contains("stills", StringComparison.Ordinal) || kind.Contains("high-speed", StringComparison.Ordinal) =>
            [
                .. Known.Where(s =>
                    s
                        is Setting.RecordFormat
                            or Setting.Shutter
                            or Setting.Gain
                            or Setting.WhiteBalance
                            or Setting.CardMinutes
                            or Setting.RunningMinutes
                ),
            ],
            _ => Known,
        };

    /// <summary>What can be set over the link: menus, not switches and rings that a hand has to move.</summary>
    public IReadOnlyCollection<Setting> Accepts =>
        [
            .. Reports.Where(s =>
                SettingDefinition.Of(s).Kind != SettingKind.Task
                && !Physical(s)
                && s is not (Setting.CardMinutes or Setting.RunningMinutes or Setting.FileSystem or Setting.CardSpeed)
            ),
        ];

    // What the adapter on the wall stands at, no camera knows.
    private Setting[] Known =>
        [
            .. SettingDefinition
                .All.Select(n => n.Setting)
                .Where(s =>
                    s != Setting.MainsAdapter
                    && (SettingDefinition.Of(s).Kind != SettingKind.Task || s == Setting.Clock)
                    && Shown(s) is not null
                ),
        ];

    /// <summary>What the display shows for a setting; null where this camera shows nothing.</summary>
    public (string Shows, bool Automatic)? Shown(Setting setting)
    {
        lock (_gate)
        {
            switch (setting)
            {
                case Setting.CardMinutes when Model.Card is { } card && RateNow() is { } rate:
                    return (Whole(Core.Media.Recording.Seconds(card.CapacityGb, rate) / 60), false);
                case Setting.RunningMinutes when Model.Power is { } power:
                    return (Whole(power.RunningMinutes * Charge), false);
                case Setting.CardSpeed when Model.Card is { } issued:
                    return (issued.Class.Name, false);
                case Setting.FileSystem when Model.Card is { } formatted:
                    return (formatted.FileSystem, false);
            }

            if (!_standing.TryGetValue(setting, out Standing standing))
            {
                return null;
            }

            bool floats = standing.Automatic || (FullAuto && Model.HasAutomatic(setting));
            return (
                floats ? Automatic(setting, standing)
                : standing.Value is { } value ? Label(value)
                : "",
                floats
            );
        }
    }

    /// <summary>Moves a control, as a hand or a remote does, and says what moved with it.</summary>
    /// <exception cref="RefusedByCameraException">The camera does not take it.</exception>
    public IReadOnlyCollection<Setting> Set(Setting setting, string text)
    {
        lock (_gate)
        {
            if (!_standing.TryGetValue(setting, out Standing before))
            {
                throw new RefusedByCameraException($"{Model.Name} has no {SettingDefinition.Of(setting).Name}.");
            }

            if (FullAuto && setting != Setting.FullAuto && Model.HasAutomatic(setting))
            {
                throw new RefusedByCameraException("FULL AUTO is on.");
            }

            if (text is "auto" or "automatic")
            {
                if (!Model.HasAutomatic(setting))
                {
                    throw new RefusedByCameraException($"{SettingDefinition.Of(setting).Name} has no automatic.");
                }

                _standing[setting] = before with { Automatic = true };
                return [setting];
            }

            SettingValue value = ShownValue.TryOf(setting, Control, text)
                ?? throw new RefusedByCameraException($"{SettingDefinition.Of(setting).Name} cannot be {text}.");
            return setting == Setting.RecordFormat ? SetFormat((SettingValue.Format)value) : Put(setting, value);
        }
    }

    /// <summary>Brings the maker's values back and clears the clock; the card and what is on it stay.</summary>
    public void Reset()
    {
        lock (_gate)
        {
            foreach (
                Setting setting in _standing.Keys.Where(s => SettingDefinition.Of(s).Kind != SettingKind.Task && !Mechanical(s)).ToArray()
            )
            {
                _standing[setting] = new Standing(First(setting));
            }

            foreach ((Setting setting, string state) in (Model.Reset?.States ?? []).OrderBy(s => s.Key))
            {
                if (_standing.TryGetValue(setting, out Standing was))
                {
                    bool auto = state is "auto";
                    SettingValue? value = auto ? null : ShownValue.TryOf(setting, Control, state);
                    _standing[setting] = new Standing(value ?? was.Value, auto);
                }
            }

            if (Model.FormatOf(Value<SettingValue.Format>(Setting.RecordFormat)) is { } format)
            {
                Fit(format);
            }

            _standing[Setting.Clock] = new Standing(new SettingValue.Task(false));
            _memories.Clear();
        }
    }

    /// <summary>Sets the clock.</summary>
    public void SetClock()
    {
        lock (_gate)
        {
            _standing[Setting.Clock] = new Standing(new SettingValue.Task(true));
        }
    }

    /// <summary>Takes white on the card into a memory, through the filter that is in.</summary>
    /// <returns>The number the camera shows for it.</returns>
    /// <exception cref="RefusedByCameraException">Over or under exposed, or no such memory.</exception>
    public string Balance(string memory)
    {
        lock (_gate)
        {
            string name = Model.White.Memories.FirstOrDefault(m => m.Equals(memory, StringComparison.OrdinalIgnoreCase))
                ?? throw new RefusedByCameraException($"There is no memory {memory}.");
            double level = StandInLight.LevelOfCard(this);
            if (level > StandInLight.Brightest)
            {
                throw new RefusedByCameraException("TOO BRIGHT");
            }

            if (level < StandInLight.Darkest)
            {
                throw new RefusedByCameraException("TOO DARK");
            }

            _memories[name] = (Scene.LightK, FilterStops);
            _standing[Setting.WhiteBalance] = new Standing(new SettingValue.WhiteMemory(name, null));
            return Whole(Math.Round(Scene.LightK / 50) * 50);
        }
    }

    /// <summary>Kelvin that a memory was taken in, and the filter it was taken through; null where it never was.</summary>
    public (double Kelvin, double FilterStops)? MemoryOf(string name)
    {
        lock (_gate)
        {
            return _memories.TryGetValue(name, out (double Kelvin, double FilterStops) taken) ? taken : null;
        }
    }

    /// <summary>A value it stands at now, whether or not it floats.</summary>
    public T? Value<T>(Setting setting)
        where T : SettingValue => _standing.GetValueOrDefault(setting).Value as T;

    /// <summary>Whether the camera decides everything that it can.</summary>
    public bool FullAuto => Value<SettingValue.Switch>(Setting.FullAuto)?.On == true;

    /// <summary>Whether the camera decides a value.</summary>
    public bool IsAutomatic(Setting setting) => _standing.GetValueOrDefault(setting).Automatic || (FullAuto && Model.HasAutomatic(setting));

    /// <summary>Stops that its built-in filter takes by its label.</summary>
    public double FilterStops => Value<SettingValue.Filter>(Setting.NeutralDensity)?.Position.Loss.Value ?? 0;

    /// <summary>What its controls are read from as it stands.</summary>
    public ControlSource Control =>
        new(Model, Value<SettingValue.Format>(Setting.RecordFormat), Value<SettingValue.Choice>(Setting.BaseIso)?.Word);

    // A menu asks for the size first, and each size begins at its own first rate: the rate has to be set after it.
    private List<Setting> SetFormat(SettingValue.Format wanted)
    {
        var before = Value<SettingValue.Format>(Setting.RecordFormat);
        RecordFormat took =
            before is not null && before.Size != wanted.Size ? Model.Formats.First(f => f.Size == wanted.Size) : Model.FormatOf(wanted)!;
        var now = new SettingValue.Format(took.Size, took.Rate);
        return [.. Put(Setting.RecordFormat, now), .. Fit(took)];
    }

    // Each format has its own bit rates and codecs, and an angle is another time at another rate.
    private List<Setting> Fit(RecordFormat format) =>
        [
            .. Refitted(Setting.BitRate, v =>
                v is SettingValue.Bits bits && format.BitRates.Contains(bits.Rate) ? v : new SettingValue.Bits(format.BitRates[0])
            ),
            .. Refitted(Setting.BitDepth, v =>
                v is SettingValue.Amount depth && format.BitDepths.Any(d => d == depth.Value) ? v : First(Setting.BitDepth)
            ),
            .. Refitted(Setting.Codec, v =>
                format.Codecs.IsEmpty || format.Codecs.Contains(((SettingValue.Choice)v).Word) ? v : First(Setting.Codec)
            ),
            .. Refitted(Setting.Shutter, v =>
                v is SettingValue.Speed { Angle: { } angle } ? new SettingValue.Speed(angle.At(format.Rate.Frames), angle) : v
            ),
        ];

    private IEnumerable<Setting> Refitted(Setting setting, Func<SettingValue, SettingValue?> fit)
    {
        if (_standing.GetValueOrDefault(setting).Value is { } was && fit(was) is { } now && now != was)
        {
            _standing[setting] = new Standing(now);
            yield return setting;
        }
    }

    private List<Setting> Put(Setting setting, SettingValue value)
    {
        _standing[setting] = new Standing(value);
        List<Setting> moved = [setting];
        foreach (Dependency rule in Model.Dependencies.Where(d => d.When == setting && ShownValue.TryOf(setting, Control, d.Is) == value))
        {
            if (_standing.ContainsKey(rule.Then) && ShownValue.TryOf(rule.Then, Control, rule.Becomes) is { } becomes)
            {
                _standing[rule.Then] = new Standing(becomes);
                moved.Add(rule.Then);
            }
        }

        return moved;
    }

    private string Automatic(Setting setting, Standing standing) =>
        setting switch
        {
            Setting.Gain when StandInLight.AutomaticGain(this) is { } gain => Label(gain),
            Setting.WhiteBalance => Whole(Math.Round(Scene.LightK / 50) * 50),
            _ => standing.Value is { } value ? Label(value) : "",
        };

    private BitRate? RateNow() =>
        Value<SettingValue.Bits>(Setting.BitRate)?.Rate ?? Model.FormatOf(Value<SettingValue.Format>(Setting.RecordFormat))?.BitRates.Max();

    // A wheel of filters and a ring stay where the last hand left them, whatever the menu resets.
    private static bool Mechanical(Setting setting) =>
        setting is Setting.NeutralDensity or Setting.Iris or Setting.LensFocus or Setting.ZoomMode;

    private bool Physical(Setting setting) => Mechanical(setting) || Model.PlaceOf(setting) is { Side: not BodySide.Screen };

    // What the maker ships: nothing extra on, the first of a list, the least gain above zero.
    private SettingValue? First(Setting setting)
    {
        Dial dial = Dial.Of(setting, Model, Value<SettingValue.Format>(Setting.RecordFormat));
        return setting switch
        {
            Setting.AudioPeakLevel => new SettingValue.Amount(-12, NaturalUnit.FullScale),
            Setting.AutoExposureShift or Setting.Tint => dial
                .Detents.Select(d => d.Value)
                .MinBy(v => v is SettingValue.Amount a ? Math.Abs(a.Value) : double.MaxValue),
            Setting.TimecodeHour => new SettingValue.Amount(0, NaturalUnit.Hours),
            Setting.Iris => new SettingValue.Iris(Model.Lens.WidestAtShort),
            Setting.IrisControl or Setting.FocusMode => new SettingValue.Mode(true),
            Setting.Gain => dial.Detents.Select(d => d.Value).OfType<SettingValue.GainAt>().MinBy(g => Math.Abs(g.Gain.Value)),
            Setting.WhiteBalance => dial
                .Detents.Select(d => d.Value)
                .OfType<SettingValue.WhiteNumber>()
                .MinBy(w => Math.Abs(w.Temperature.Value - 5600)),
            Setting.Shutter => dial
                .Detents.Select(d => d.Value)
                .OfType<SettingValue.Speed>()
                .MinBy(s => Math.Abs(Math.Log2(s.Time.Seconds * 60))),
            Setting.Clock => new SettingValue.Task(false),
            _ when SettingDefinition.Of(setting).Kind == SettingKind.Task => null,
            _ => dial.Detents.IsEmpty ? null : dial.Detents[0].Value,
        };
    }

    private static string Label(SettingValue value) =>
        value switch
        {
            SettingValue.WhiteMemory memory => memory.Name,
            SettingValue.GainAt { Position.Length: > 0 } gain => gain.Position,
            SettingValue.Choice { Shown.Length: > 0 } choice => choice.Shown,
            SettingValue.Filter filter => filter.Position.Label,
            _ => value.Label,
        };

    private static string Whole(double number) => Notation.Number(Math.Floor(number));
}
