using System.Collections.Immutable;
using GoldNotch.Core.Cameras;
using GoldNotch.Core.Checks;
using GoldNotch.Core.Settings;
using GoldNotch.Core.Sheets;
using GoldNotch.Core.Units;
using GoldNotch.Data;
using GoldNotch.Exchange;

namespace GoldNotch.Web.Features.CameraLinks;

/// <summary>What a camera shows, on its way into a check. A person's own reading is never replaced by it.</summary>
internal sealed class CameraReading(Sheet sheet, WholeCheck whole, CheckStage stage, string by, DateTimeOffset at)
{
    private ImmutableDictionary<Setting, Reading> _read =
        stage == CheckStage.Found
            ? AsLeft.Found(CheckReadings.ToCore(sheet, whole.Readings))
            : AsLeft.Of(sheet, CheckReadings.ToCore(sheet, whole.Readings)).Readings;

    /// <summary>What is to be recorded.</summary>
    internal List<StoredReading> Readings { get; } = [];

    /// <summary>Takes one setting; they come in the order of the work.</summary>
    internal CameraReadView Take(Setting setting, ShownSetting? shown)
    {
        string key = SettingDefinition.Of(setting).Key;
        string name = SettingDefinition.Of(setting).Name;
        if (setting == Setting.Iris && sheet.Model.IrisIsReadOffTheRing)
        {
            // Whatever a body reports there is not the ring.
            return new(
                key,
                CameraReadOutcome.NotReported,
                "",
                $"{name} is set on the ring of the lens, which the body does not know: read it off."
            );
        }

        if (shown is null)
        {
            return new(key, CameraReadOutcome.NotReported, "", $"{name} is not reported by this camera: read it off.");
        }

        string text = shown.Automatic ? "auto" : shown.Shows;
        Reading reading;
        try
        {
            reading = ReadingParser.Parse(setting, sheet, text, _read);
        }
        catch (QuantityException refused)
        {
            return new(key, CameraReadOutcome.NotUnderstood, shown.Shows, $"The camera shows {text} for {name}. {refused.Message}");
        }

        StoredReading? there = whole.Readings.FirstOrDefault(r => r.Setting == setting && r.Stage == stage);
        if (there is { FromCamera: false, Kind: not ReadingKind.Unread })
        {
            bool same = _read.GetValueOrDefault(setting) == reading;
            return same
                ? new(key, CameraReadOutcome.Same, shown.Shows, $"{name}: the camera says what {there.By} read.")
                : new(
                    key,
                    CameraReadOutcome.Differs,
                    shown.Shows,
                    $"{name}: {there.By} read {(there.Typed.Length > 0 ? there.Typed : there.Kind.Word())}, the camera reports {text}. The person's reading stands; look again."
                );
        }

        _read = _read.SetItem(setting, reading);
        Readings.Add(CheckReadings.ToStored(setting, reading, text, by, at, there?.Version ?? 0) with { Stage = stage, FromCamera = true });
        return new(key, CameraReadOutcome.Recorded, shown.Shows, "");
    }
}
