using System.Collections.Immutable;
using GoldNotch.Core.Cameras;

namespace GoldNotch.Core.Settings.Definitions;

/// <summary>How pictures are compressed, in the camera's own word; a format may offer only some of them.</summary>
internal sealed class CodecSetting() : ChoiceSetting(Setting.Codec, "codec", "Codec", step: 5, example: "as the camera shows it")
{
    internal override IEnumerable<Detent> Detents(ControlSource control)
    {
        ImmutableArray<string> codecs = control.Model.FormatOf(control.Format)?.Codecs ?? [];
        return Positions(control.Model, p => codecs.IsEmpty || codecs.Contains(p.Word));
    }
}
