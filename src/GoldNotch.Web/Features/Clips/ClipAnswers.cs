using System.Collections.Immutable;
using GoldNotch.Core.Cameras;
using GoldNotch.Core.Checks;
using GoldNotch.Core.Settings;
using GoldNotch.Core.Sheets;
using GoldNotch.Core.Units;
using GoldNotch.Data;
using GoldNotch.Exchange;

namespace GoldNotch.Web.Features.Clips;

/// <summary>What a clip answers, on its way into a check. What somebody has read otherwise is never replaced by it: both are kept until a person decides.</summary>
internal sealed class ClipAnswers
{
    private readonly Sheet _sheet;
    private readonly WholeCheck _whole;
    private readonly StoredClip _clip;
    private readonly DateTimeOffset _at;
    private ImmutableDictionary<Setting, Reading> _read;

    internal ClipAnswers(Sheet sheet, WholeCheck whole, StoredClip clip, DateTimeOffset at)
    {
        (_sheet, _whole, _clip, _at) = (sheet, whole, clip, at);
        IReadOnlyList<StampedReading> stamped = CheckReadings.ToCore(sheet, whole.Readings);
        _read = clip.Stage == CheckStage.Found ? AsLeft.Found(stamped) : AsLeft.Of(sheet, stamped).Readings;
    }

    /// <summary>What is to be recorded, or kept beside another reading.</summary>
    internal List<StoredReading> Readings { get; } = [];

    /// <summary>What became of each answer.</summary>
    internal List<ClipAnswerDocument> Answers { get; } = [];

    /// <summary>Takes an answer; they come in the order of the work. What the sheet does not ask for is left out.</summary>
    internal void Take(ClipReading answer)
    {
        if (_sheet.LineOf(answer.Setting) is not { NothingToDo: false })
        {
            return;
        }

        Reading reading;
        try
        {
            reading = ReadingParser.Parse(answer.Setting, _sheet, answer.Typed, _read);
        }
        catch (QuantityException refused)
        {
            Keep(answer, ClipOutcome.NotUnderstood, refused.Message);
            return;
        }

        StoredReading? there = _whole.Readings.FirstOrDefault(r => r.Setting == answer.Setting && r.Stage == _clip.Stage);
        bool isRead = there is { Kind: not ReadingKind.Unread };
        if (isRead && _read.GetValueOrDefault(answer.Setting) == reading)
        {
            Keep(answer, ClipOutcome.Same);
            return;
        }

        // A reading that nobody saw is one that stands against the other.
        bool stands = isRead && !there!.FromClip;
        StoredReading taken = CheckReadings.ToStored(
            answer.Setting,
            reading,
            answer.Typed,
            _clip.AddedBy,
            _at,
            stands ? 0 : there?.Version ?? 0
        ) with
        {
            Stage = _clip.Stage,
            FromClip = true,
        };
        Readings.Add(taken);
        if (!stands)
        {
            _read = _read.SetItem(answer.Setting, reading);
        }

        Keep(answer, stands ? ClipOutcome.Beside : ClipOutcome.Recorded);
    }

    private void Keep(ClipReading answer, ClipOutcome outcome, string says = "") =>
        Answers.Add(new ClipAnswerDocument(SettingDefinition.Of(answer.Setting).Key, answer.Typed, outcome, says));
}
