using System.Collections.Immutable;
using GoldNotch.Core.Cameras;

namespace GoldNotch.Core.Settings.Definitions;

/// <summary>How the card is formatted.</summary>
internal sealed class FileSystemSetting()
    : ChoiceSetting(Setting.FileSystem, "file-system", "File system", step: 3, example: "exFAT", words: ["exFAT", "FAT32", "UDF"])
{
    public override bool CanBeEnough => true;

    public override ImmutableArray<string> Requirements => ["enough", .. Words];

    public override bool IsStatedBy(CameraModel model) => !model.Slots.IsEmpty;

    internal override IEnumerable<Detent> Detents(ControlSource control) =>
        control.Model.Slots.SelectMany(s => s.FileSystems).Distinct().Select((f, i) => Detent.Named(new SettingValue.Choice(f), f, i));

    // A fact of the card: one that the camera cannot write is just what a check is to find.
    internal override SettingValue Read(string typed, Dial dial, ControlSource control) => new SettingValue.Choice(typed);
}
