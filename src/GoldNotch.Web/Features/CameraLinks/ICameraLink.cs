using GoldNotch.Core.Cameras;

namespace GoldNotch.Web.Features.CameraLinks;

/// <summary>How a camera answered.</summary>
public enum LinkState
{
    /// <summary>It answers.</summary>
    Answers,

    /// <summary>This unit has no link.</summary>
    None,

    /// <summary>It does not answer in time, or the connection broke: off, flat, out of reach, or busy.</summary>
    Silent,

    /// <summary>What came back is not what a camera says.</summary>
    InvalidResponse,

    /// <summary>The camera does not take the order.</summary>
    Refused,
}

/// <summary>What a camera says of itself.</summary>
/// <param name="Reports">Settings it reports.</param>
/// <param name="Accepts">Settings that can be sent to it.</param>
/// <param name="GivesStills">Whether it gives a still of what it sees.</param>
/// <param name="GivesClips">Whether it gives a clip of some seconds.</param>
public sealed record CameraIdentity(IReadOnlySet<Setting> Reports, IReadOnlySet<Setting> Accepts, bool GivesStills, bool GivesClips);

/// <summary>The unit that is asked: what answers has to be that one, in every answer.</summary>
/// <param name="Tag">Its tag.</param>
/// <param name="Model">Key of its model.</param>
/// <param name="ModelName">The model's name, for people.</param>
public sealed record LinkedUnit(string Tag, string Model, string ModelName);

/// <summary>A setting as the camera shows it.</summary>
/// <param name="Setting">The setting.</param>
/// <param name="Shows">What its display shows; may be empty where it floats.</param>
/// <param name="Automatic">Whether the camera decides.</param>
public sealed record ShownSetting(Setting Setting, string Shows, bool Automatic);

/// <summary>An answer with its state: the value is there only where the camera answers.</summary>
/// <param name="State">How it answered.</param>
/// <param name="Value">What it said; null otherwise.</param>
/// <param name="Sentence">For the person: what happened and what to do; empty where it answers.</param>
public sealed record LinkAnswer<T>(LinkState State, T? Value, string Sentence)
    where T : class
{
    /// <summary>The same failure for another kind of answer.</summary>
    public LinkAnswer<TOther> As<TOther>()
        where TOther : class => new(State, null, Sentence);
}

/// <summary>Makes answers.</summary>
public static class LinkAnswer
{
    /// <summary>It answered.</summary>
    public static LinkAnswer<T> Of<T>(T value)
        where T : class => new(LinkState.Answers, value, "");

    /// <summary>It did not.</summary>
    public static LinkAnswer<T> Not<T>(LinkState state, string sentence)
        where T : class => new(state, null, sentence);
}

/// <summary>The link to real cameras, or to what stands in for them. Nothing here throws for what a camera does; only cancelling does.</summary>
public interface ICameraLink
{
    /// <summary>Asks a unit who it is.</summary>
    Task<LinkAnswer<CameraIdentity>> IdentifyAsync(LinkedUnit unit, CancellationToken cancel);

    /// <summary>Reads settings; what the camera does not report is left out.</summary>
    Task<LinkAnswer<IReadOnlyList<ShownSetting>>> ReadAsync(
        LinkedUnit unit,
        IReadOnlyCollection<Setting> settings,
        CancellationToken cancel
    );

    /// <summary>Sets one; the answer is everything that moved with it.</summary>
    Task<LinkAnswer<IReadOnlyList<ShownSetting>>> SetAsync(LinkedUnit unit, Setting setting, string text, CancellationToken cancel);

    /// <summary>Takes a still of what the camera sees now. Ask first who it is: a picture does not say which camera it is from.</summary>
    /// <param name="unit">The unit.</param>
    /// <param name="takeAsync">Takes the file in as it comes over the line.</param>
    /// <param name="cancel">Cancels.</param>
    Task<LinkAnswer<T>> StillAsync<T>(LinkedUnit unit, Func<Stream, CancellationToken, Task<T>> takeAsync, CancellationToken cancel)
        where T : class;

    /// <summary>Records a clip with what it is set to, and takes its file. Ask first who it is.</summary>
    /// <param name="unit">The unit.</param>
    /// <param name="seconds">How long.</param>
    /// <param name="takeAsync">Takes the file in as it comes over the line.</param>
    /// <param name="cancel">Cancels.</param>
    Task<LinkAnswer<T>> ClipAsync<T>(
        LinkedUnit unit,
        double seconds,
        Func<Stream, CancellationToken, Task<T>> takeAsync,
        CancellationToken cancel
    )
        where T : class;
}
