using System.Collections.Immutable;
using GoldNotch.Core.Cameras;
using GoldNotch.Core.Media;
using GoldNotch.Core.Optics;
using GoldNotch.Core.Units;

namespace GoldNotch.Core.Sheets;

/// <summary>What the footage is for.</summary>
public enum FootageUse
{
    /// <summary>Cut and shown by the department itself.</summary>
    General,

    /// <summary>Goes live to a receiver.</summary>
    Live,

    /// <summary>Small files for the web.</summary>
    Web,

    /// <summary>The look of film, graded.</summary>
    Film,

    /// <summary>Slowed down.</summary>
    SlowMotion,

    /// <summary>Still frames are taken out of it.</summary>
    Stills,
}

/// <summary>What a use asks for.</summary>
/// <param name="Use">The use.</param>
/// <param name="Size">Picture size.</param>
/// <param name="Rate">Rate with scan.</param>
/// <param name="AtLeast">Least bit rate that serves; null: the highest there is.</param>
/// <param name="Reasons">Why, a sentence each.</param>
/// <param name="Cautions">What to mind, a sentence each.</param>
public sealed record FootageProposal(
    FootageUse Use, FrameSize Size, ScanRate Rate, BitRate? AtLeast, ImmutableArray<string> Reasons, ImmutableArray<string> Cautions)
{
    /// <summary>What a use asks for under a standard's policies (bench rules).</summary>
    public static FootageProposal For(FootageUse use, Policies policies)
    {
        FootageProposal by = use switch
        {
            FootageUse.Live => new(use, Sized("1080"), Rated("59.94i"), null,
                ["Interlaced is the television look, and what most receivers of a live picture still take."],
                ["Ask the receiver first: size, rate, scan and bit rate are theirs to say.", "Interlaced cannot be slowed down or made into clean still frames."]),
            FootageUse.Web => new(use, Sized("1080"), Rated("29.97p"), new BitRate(20),
                ["Progressive plays on every screen; 1080 is what people watch.", "Small files go up quickly."],
                ["Below 20 Mb/s foliage and water fall apart.", "Some small grades of a camera are interlaced only: look at the rate after choosing the grade."]),
            FootageUse.Film => new(use, Sized("2160"), Rated("23.976p"), null,
                ["24 frames and half a frame of exposure are the look of film.", "The highest bit rate keeps the curve gradable."],
                []),
            FootageUse.SlowMotion => new(use, Sized("1080"), Rated("119.88p"), null,
                ["Recorded at a high rate and played at the ordinary one, time stretches by their ratio."],
                ["High rates often crop the picture, lower its quality or shorten the clip.", "Each doubling of the rate costs a stop of light.", "Put the high-rate mode back on return: it is the setting most often left on."]),
            FootageUse.Stills => new(use, Sized("2160"), Rated("29.97p"), null,
                ["Progressive frames are whole pictures.", "The largest size gives the largest still."],
                ["Freeze movement with 1/100 or shorter where stills matter more than the look of motion."]),
            _ => new(use, Sized("1080"), Rated("29.97p"), null, ["Plain progressive cuts with everything else the department has."], []),
        };
        string rate = policies[PolicyMatter.FrameRate].Key;
        FootageProposal chosen = rate == "use" || use == FootageUse.SlowMotion
            ? by
            : by with { Rate = Rated(rate), Reasons = [$"The policy on frame rate says {policies[PolicyMatter.FrameRate].Says}.", .. by.Reasons.Skip(1)] };
        double seconds = Shutter.PanSeconds(chosen.Rate.Frames);
        return chosen.Rate.Frames.FramesPerSecond < 26
            ? chosen with { Cautions = [.. chosen.Cautions, $"Pan slowly: an object takes {Notation.Number(seconds, 0)} s or more to cross the frame at {chosen.Rate.Label()}, or it judders."] }
            : chosen;
    }

    /// <summary>A bit rate that is good enough for this picture: the least the use asks for, else 25 Mb/s for 1920×1080 and as much more for more pixels (bench rule).</summary>
    public BitRate Enough => AtLeast ?? new BitRate(25.0 * Size.Pixels / (1920 * 1080));

    /// <summary>What the issued card of a model holds at this proposal, in a few words.</summary>
    public string HeldBy(CameraModel model)
    {
        RecordFormat? format = model.FormatOf(new SettingValue.Format(Size, Rate)) ?? model.Formats.FirstOrDefault(f => f.Rate == Rate);
        if (format is null)
        {
            return $"does not record {Rate.Label()}";
        }

        if (model.Card is not { } card)
        {
            return "no card is issued with it";
        }

        BitRate[] kept = [.. format.BitRates.Order().Where(card.Class.KeepsUpWith)];
        if (kept.Length == 0)
        {
            return $"the issued {card.Class.Name} is too slow";
        }

        BitRate rate = AtLeast is { } least ? kept.FirstOrDefault(b => b >= least, kept[^1]) : kept[^1];
        double minutes = Math.Floor(Recording.Seconds(card.CapacityGb, rate) / 60);
        return $"{Level.Label(minutes, NaturalUnit.Minutes)} at {rate.Label()} on {Notation.Number(card.CapacityGb)} GB";
    }

    private static FrameSize Sized(string text) => FrameSize.Parse(text);

    private static ScanRate Rated(string text) => ScanRate.Parse(text);
}
