using GoldNotch.Core.Cameras;
using GoldNotch.Core.Checks.Symptoms;
using GoldNotch.Core.Practice;
using GoldNotch.Core.Settings;
using GoldNotch.Core.Sheets;
using GoldNotch.Core.StandIns;
using GoldNotch.Data;
using GoldNotch.Exchange;
using GoldNotch.Web.Features.Wording;

namespace GoldNotch.Web.Features.Practice;

/// <summary>A question; its answer is told when the exercise is finished.</summary>
/// <param name="Asks">What is asked.</param>
/// <param name="Kind">What it is answered with: <c>place</c>, <c>choice</c> or <c>number</c>.</param>
/// <param name="Options">Answers to choose from.</param>
/// <param name="Directions">Directions to choose from.</param>
/// <param name="Unit">Unit of the number.</param>
public sealed record QuestionView(string Asks, string Kind, IReadOnlyList<string> Options, IReadOnlyList<string> Directions, string Unit);

/// <summary>A position of a control: what is sent to take it, and how the camera names it.</summary>
public sealed record PositionView(string To, string Label, string Detail);

/// <summary>A setting that a control works. <c>now</c> is where it stands, empty where it shows nothing.</summary>
public sealed record WorkedSettingView(
    string Setting,
    string Name,
    ControlMake Make,
    IReadOnlyList<string> Menu,
    IReadOnlyList<PositionView> Positions,
    bool HasAutomatic,
    string Now,
    bool IsAutomatic
);

/// <summary>A control on the body.</summary>
public sealed record BodyControlView(
    string Key,
    BodySide Side,
    double Across,
    double Down,
    string Name,
    IReadOnlyList<WorkedSettingView> Settings
);

/// <summary>Something the display shows.</summary>
public sealed record DisplayView(string Setting, string Name, string Shows, bool IsAutomatic);

/// <summary>What a channel of the sound meter shows, dBFS; null where nothing is heard.</summary>
public sealed record MeterView(double? PeakDbfs, double FloorDbfs);

/// <summary>The camera as it stands; <c>inWords</c> says what the finder shows to whoever cannot see it.</summary>
public sealed record PracticeCameraView(IReadOnlyList<DisplayView> Display, IReadOnlyList<MeterView> Meters, IReadOnlyList<string> InWords);

/// <summary>A move with what the camera showed instead of taking it.</summary>
public sealed record PracticeMoveView(string Setting, string Name, string To, string Refusal);

/// <summary>What a measurement of both cameras said.</summary>
public sealed record PairMeasuredView(int After, double Stops, double Mired, bool IsMatched);

/// <summary>A cause to choose.</summary>
public sealed record CauseChoiceView(string Key, string Look, bool? IsRight);

/// <summary>A line of the sheet the camera is set to.</summary>
public sealed record RequiredView(string Setting, string Name, string Required);

/// <summary>One thing that was right, or was not.</summary>
public sealed record PointView(bool IsRight, string Setting, string What);

/// <summary>What came of an exercise.</summary>
public sealed record PracticeResultView(
    bool Passed,
    int Right,
    int Of,
    IReadOnlyList<PointView> Points,
    IReadOnlyList<string> MadeWorse,
    IReadOnlyList<string> InThePicture,
    string TryAgain,
    double? SecondsBefore
);

/// <summary>A try of an exercise, as its person sees it.</summary>
public sealed record TryView(
    Guid Id,
    int Version,
    ExerciseKind Kind,
    string ModelKey,
    string ModelName,
    string StandardKey,
    string StandardName,
    int Level,
    DateTimeOffset BegunAt,
    DateTimeOffset? FinishedAt,
    string Symptom,
    string Caution,
    IReadOnlyList<QuestionView> Questions,
    IReadOnlyList<BodyControlView> Body,
    PracticeCameraView? Camera,
    IReadOnlyList<RequiredView> Sheet,
    IReadOnlyList<CauseChoiceView> Causes,
    IReadOnlyList<PracticeMoveView> Moves,
    IReadOnlyList<PairMeasuredView> Measured,
    int MostMeasured,
    PracticeWorkDocument Work,
    string WhyThis,
    PracticeResultView? Result
);

/// <summary>Makes views of exercises. Nothing in them tells more than the camera would.</summary>
internal static class PracticeViews
{
    // What a display of a camera shows, in the order in which it is read.
    private static readonly Setting[] OnDisplay =
    [
        Setting.FullAuto,
        Setting.RecordFormat,
        Setting.HighRate,
        Setting.Shutter,
        Setting.BaseIso,
        Setting.Gain,
        Setting.NeutralDensity,
        Setting.Iris,
        Setting.WhiteBalance,
        Setting.FocusMode,
        Setting.DigitalZoom,
        Setting.Profile,
        Setting.CardMinutes,
        Setting.RunningMinutes,
    ];

    internal static IReadOnlyList<QuestionView> Questions(Exercise exercise, Phrasing phrasing) =>
        exercise is QuestionExercise questions ? [.. questions.Questions.Select(q => Of(q, phrasing))] : [];

    private static QuestionView Of(Question question, Phrasing phrasing) =>
        question.Answer switch
        {
            Asked.Choice choice => new QuestionView(
                phrasing.Text(question.Asks),
                "choice",
                [.. choice.Options.Select(o => phrasing.Text(o))],
                [],
                ""
            ),
            Asked.Number number => new QuestionView(
                phrasing.Text(question.Asks),
                "number",
                [],
                [.. number.Directions.Select(LightChanged.NameOf)],
                number.Unit == Core.Judgements.Measure.Mired ? "mired" : "stops"
            ),
            _ => new QuestionView(phrasing.Text(question.Asks), "place", [], [], ""),
        };

    /// <summary>The body; where controls are looked for, with nothing but what is printed on it.</summary>
    internal static IReadOnlyList<BodyControlView> Body(Exercise exercise, PracticeCamera? camera) =>
        [
            .. PracticeBody
                .Of(exercise.Model)
                .Select(c => new BodyControlView(
                    c.Key,
                    c.Side,
                    c.Across,
                    c.Down,
                    c.Name,
                    camera is null ? [] : [.. c.Settings.Select(s => Of(s, camera.Body))]
                )),
        ];

    private static WorkedSettingView Of(WorkedSetting worked, StandIn camera)
    {
        (string Shows, bool Automatic)? shown = camera.Shown(worked.Setting);
        var dial = Dial.Of(worked.Setting, camera.Model, camera.Value<SettingValue.Format>(Setting.RecordFormat), camera.Control.BaseWord);
        return new WorkedSettingView(
            SettingDefinition.Of(worked.Setting).Key,
            SettingDefinition.Of(worked.Setting).Name,
            worked.Make,
            worked.Menu,
            [
                .. dial
                    .Detents.Where(d => d.Value is not SettingValue.Mode { Manual: false })
                    .Select(d => new PositionView(
                        PracticeCamera.MoveTo(worked.Setting, d.Value).To,
                        d.Value is SettingValue.WhiteMemory memory ? $"balance on a card into {memory.Name}" : d.Label,
                        d.Detail
                    )),
            ],
            camera.Model.HasAutomatic(worked.Setting),
            // What the camera decides has no position of its own.
            shown is { Automatic: true }
            && camera.Value<SettingValue>(worked.Setting) is SettingValue.Choice or SettingValue.Mode
                ? ""
                : shown?.Shows ?? "",
            shown?.Automatic ?? false
        );
    }

    // A black screen shows no picture, no values and no meter.
    internal static PracticeCameraView Camera(StandIn camera, bool isDark, Phrasing phrasing) =>
        isDark ? new PracticeCameraView([], [], [phrasing.Text(PictureInWords.Nothing)]) : Camera(camera, phrasing);

    private static PracticeCameraView Camera(StandIn camera, Phrasing phrasing) =>
        new(
            [
                .. from setting in OnDisplay
                let shown = camera.Shown(setting)
                where shown is not null && shown.Value.Shows.Length > 0
                let shows = OnScreen(setting, shown.Value.Shows, camera)
                where shows.Length > 0
                select new DisplayView(SettingDefinition.Of(setting).Key, SettingDefinition.Of(setting).Name, shows, shown.Value.Automatic),
            ],
            camera.Model.NotFitted.Contains(Setting.Input1)
                ? []
                :
                [
                    .. new[] { Setting.Channel1, Setting.Channel2 }
                        .Select(c => StandInHearing.Channel(camera, c))
                        .Select(h => new MeterView(h.VoiceDbfs, h.FloorDbfs)),
                ],
            [.. PictureInWords.Of(camera).Select(j => phrasing.Text(j))]
        );

    // As displays write it: what is off is not there.
    private static string OnScreen(Setting setting, string shows, StandIn camera) =>
        setting switch
        {
            Setting.FullAuto or Setting.HighRate or Setting.DigitalZoom => camera.Value<SettingValue>(setting)
                is SettingValue.Switch { On: false }
                    or SettingValue.Choice { Word: "off" }
                ? ""
                : SettingDefinition.Of(setting).Name.ToUpperInvariant(),
            Setting.FocusMode => camera.IsAutomatic(setting) ? "AF" : "MF",
            Setting.NeutralDensity => $"ND {shows}",
            Setting.WhiteBalance => $"WB {shows}",
            Setting.CardMinutes => $"card {shows} min",
            Setting.RunningMinutes => $"battery {shows} min",
            _ => shows,
        };

    internal static IReadOnlyList<RequiredView> Sheet(Exercise exercise, Phrasing phrasing) =>
        exercise is CameraExercise { Kind: ExerciseKind.SetToSheet or ExerciseKind.LooksWrong } camera
            ?
            [
                .. camera.ScoredLines.Select(l => new RequiredView(
                    SettingDefinition.Of(l.Setting).Key,
                    SettingDefinition.Of(l.Setting).Name,
                    phrasing.Label(l.Target!)
                )),
            ]
            : [];

    /// <summary>Causes to choose from; each that was named says whether it is the one.</summary>
    internal static IReadOnlyList<CauseChoiceView> Causes(Exercise exercise, PracticeWork work) =>
        exercise is CameraExercise { Symptom: { } symptom } camera
            ?
            [
                .. camera.Causes.Select(key =>
                {
                    HarmlessCause cause = symptom.Causes.First(c => c.Key == key);
                    return new CauseChoiceView(key, cause.Look, work.Named.Contains(key) ? camera.Accepted.Contains(key) : null);
                }),
            ]
            : [];

    internal static PracticeResultView Of(PracticeResult result, double? before, Phrasing phrasing) =>
        new(
            result.Passed,
            result.Right,
            result.Points.Length,
            [.. result.Points.Select(p => new PointView(p.IsRight, NameOf(p.Setting), phrasing.Text(p.What)))],
            [.. result.MadeWorse.Select(s => NameOf(s))],
            [.. result.InThePicture.Select(j => phrasing.Text(j))],
            phrasing.Text(result.TryAgain),
            before
        );

    internal static string NameOf(Setting? setting) => setting is { } s ? SettingDefinition.Of(s).Name : "";
}
