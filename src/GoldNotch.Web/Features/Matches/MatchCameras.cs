using GoldNotch.Core.Cameras;
using GoldNotch.Core.Settings;
using GoldNotch.Data;
using GoldNotch.Exchange;
using GoldNotch.Web.Features.CameraLinks;
using GoldNotch.Web.Hosting;

namespace GoldNotch.Web.Features.Matches;

/// <summary>What came of asking a linked camera for its picture.</summary>
/// <param name="Picture">The picture; null where it gave none.</param>
/// <param name="Position">Where it says that its controls stand.</param>
/// <param name="State">How it answered.</param>
/// <param name="Says">What the person has to know.</param>
internal sealed record LinkedPicture(StoredPicture? Picture, MatchPositionDocument? Position, LinkState State, IReadOnlyList<string> Says);

/// <summary>What came of sending one correction.</summary>
/// <param name="Setting">The control.</param>
/// <param name="IsDone">Whether the camera shows it now.</param>
/// <param name="Says">What it shows, or why a hand has to do it.</param>
public sealed record CorrectedView(string Setting, bool IsDone, string Says);

/// <summary>Linked cameras in a match: their controls read, their picture taken, corrections sent and read back.</summary>
internal sealed class MatchCameras(ICameraLink link, LinkedStills stills)
{
    private static readonly Setting[] Read =
    [
        Setting.WhiteBalance,
        Setting.Tint,
        Setting.NeutralDensity,
        Setting.BaseIso,
        Setting.Gain,
        Setting.Iris,
    ];

    /// <summary>Takes a picture with a linked camera.</summary>
    /// <param name="unit">The camera.</param>
    /// <param name="before">Where its controls stand as far as is known: what it does not report is taken from there.</param>
    /// <param name="id">Id of the picture.</param>
    /// <param name="name">Name of its file.</param>
    /// <param name="author">Who asks.</param>
    /// <param name="cancel">Cancels.</param>
    internal async Task<LinkedPicture> PictureAsync(
        MatchedUnit unit,
        MatchPositionDocument before,
        Guid id,
        string name,
        Author author,
        CancellationToken cancel
    )
    {
        LinkedStill still = await stills.TakeAsync(Linked(unit), Read, _ => null, id, name, author, cancel);
        if (still.Picture is not { } picture)
        {
            return new LinkedPicture(null, null, still.State, [still.Sentence]);
        }

        var says = new List<string>();
        MatchPositionDocument position = Position(unit.Camera.Model, still.Shown, before, says);
        return new LinkedPicture(picture, position, LinkState.Answers, says);
    }

    /// <summary>Sends what a linked camera takes of a correction, one control after another, and reads each back.</summary>
    /// <param name="unit">The camera.</param>
    /// <param name="steps">What to move.</param>
    /// <param name="cancel">Cancels.</param>
    internal async Task<(LinkState State, string Sentence, IReadOnlyList<CorrectedView> Done)> CorrectAsync(
        MatchedUnit unit,
        IReadOnlyList<Core.Matches.MatchStep> steps,
        CancellationToken cancel
    )
    {
        LinkedUnit asked = Linked(unit);
        LinkAnswer<CameraIdentity> identity = await link.IdentifyAsync(asked, cancel);
        if (identity.Value is not { } camera)
        {
            return (identity.State, identity.Sentence, []);
        }

        List<CorrectedView> done = [];
        foreach (Core.Matches.MatchStep step in steps.Where(s => s.Moves))
        {
            string key = SettingDefinition.Of(step.Setting).Key;
            string name = SettingDefinition.Of(step.Setting).Name;
            if (step.Sends is not { } value || !camera.Accepts.Contains(step.Setting))
            {
                done.Add(new CorrectedView(key, false, $"{name} is moved by hand."));
                continue;
            }

            LinkAnswer<IReadOnlyList<ShownSetting>> answer = await link.SetAsync(asked, step.Setting, value, cancel);
            ShownSetting? now = answer.Value?.FirstOrDefault(s => s.Setting == step.Setting);
            done.Add(
                now is { Automatic: false }
                    ? new CorrectedView(key, true, now.Shows)
                    : new CorrectedView(
                        key,
                        false,
                        answer.Value is null ? answer.Sentence : $"{name} is automatic: set it to manual first."
                    )
            );
        }

        return (LinkState.Answers, "", done);
    }

    private static LinkedUnit Linked(MatchedUnit unit) => new(unit.Unit.Tag, unit.Unit.ModelKey, unit.Camera.Model.Name);

    // What is not understood was not read, and what floats is told: a picture of it says nothing of the next one.
    private static MatchPositionDocument Position(
        CameraModel model,
        IReadOnlyList<ShownSetting> shown,
        MatchPositionDocument before,
        List<string> says
    )
    {
        MatchPositionDocument position = before;
        foreach (ShownSetting one in shown)
        {
            if (one.Automatic)
            {
                says.Add(
                    $"{SettingDefinition.Of(one.Setting).Name} is automatic: it moves with the scene, so nothing holds. Set it to manual and take the picture again."
                );
            }

            position = one.Setting switch
            {
                Setting.WhiteBalance => position with { WhiteK = ShownValues.Kelvins(one.Shows) },
                Setting.Tint => position with { Tint = ShownValues.Tint(one.Shows) ?? position.Tint },
                Setting.NeutralDensity => position with
                {
                    Filter = model.FilterPositions().FirstOrDefault(f => ShownValues.IsFilter(f.Label, one.Shows))?.Label,
                },
                Setting.BaseIso => position with
                {
                    Base = model.Gain.Bases.FirstOrDefault(b => ShownValues.IsBase(b, one.Shows))?.Word ?? "",
                },
                Setting.Gain => position with { GainDb = ShownValues.Gain(model, position.Base, one.Shows) },
                _ => position with { Iris = ShownValues.Number(one.Shows) },
            };
        }

        return position;
    }
}
