using System.Collections.Immutable;
using GoldNotch.Core.Cameras;
using GoldNotch.Core.Settings;

namespace GoldNotch.Core.Practice;

/// <summary>Something a trainee does with the real camera while the examiner watches.</summary>
/// <param name="Key">Key within the check-off.</param>
/// <param name="Text">What is done.</param>
/// <param name="Standard">By what it is judged.</param>
public sealed record HandsOnItem(string Key, string Text, string Standard);

/// <summary>What is usually done with the real camera at a check-off; a department leaves out what it does not ask for.</summary>
public static class HandsOn
{
    private static readonly ImmutableArray<(HandsOnItem Item, Func<CameraModel, bool> Applies)> All =
    [
        (new("kit", "counts the kit against its list", "every piece named, nothing taken for granted"), _ => true),
        (new("tripod", "puts it on the tripod and passes the lift test", "plate tight, level read, nothing turns"), m =>
            Has(m, Setting.TripodPlate)
        ),
        (new("power", "seats battery and card, and reads both displays", "never forced; minutes said aloud"), _ => true),
        (new("assembly", "puts the body together in its order", "magazine, finder and lens before power; pins looked at first"), m =>
            m.Handling.Any(h => h.Kind == HandlingKind.Assembly)
        ),
        (new("automatic", "takes every automatic off and shows how manual is recognised", "no A on the display"), m => m.HasFullAuto),
        (new("sheet", "sets it to the sheet from top to bottom without help", "nothing off target, under five minutes"), _ => true),
        (new("white", "balances white on a card in the light of the place", "card filled, right exposure, filter in first"), m =>
            !m.White.Memories.IsEmpty
        ),
        (new("focus", "focuses by hand with the magnifier and takes it off again", "eyes sharp; magnifier off before recording"), m =>
            Has(m, Setting.Magnifier)
        ),
        (new("sound", "sets the level by the meter and listens on headphones", "voice between −20 and −12 dBFS, both channels heard"), m =>
            Has(m, Setting.Headphones)
        ),
        (new("test", "records a test clip, plays it back, looks and listens", "ten seconds; playback left again"), _ => true),
        (new("wrap", "does the wrap list", "in its order, card not formatted before it is proven copied"), _ => true),
    ];

    /// <summary>Everything of it, in the order of the work.</summary>
    public static ImmutableArray<HandsOnItem> Usual { get; } = [.. All.Select(i => i.Item)];

    /// <summary>What of it a model can be examined on: nobody is asked for a control that is not there.</summary>
    /// <param name="model">The model.</param>
    public static ImmutableArray<HandsOnItem> UsualOf(CameraModel model) => [.. All.Where(i => i.Applies(model)).Select(i => i.Item)];

    private static bool Has(CameraModel model, Setting setting) => !model.NotFitted.Contains(setting);
}
