using GoldNotch.Core.Cameras;
using GoldNotch.Core.Frames;
using GoldNotch.Core.Matches;
using GoldNotch.Core.Units;
using GoldNotch.Data;
using GoldNotch.Exchange;
using GoldNotch.Web.Features.Wording;
using Microsoft.AspNetCore.Http.HttpResults;

namespace GoldNotch.Web.Features.Matches;

/// <summary>A control of a picture profile to be turned.</summary>
public sealed record ProfileTurnView(ProfileControl Control, bool IsUp, JudgementView Says);

/// <summary>How to bring the picture profile of a camera without log near to the reference.</summary>
/// <param name="Memory">Where to do it.</param>
/// <param name="Where">Where the control is on this camera; empty where the specification does not say.</param>
/// <param name="Turns">The controls, in order.</param>
/// <param name="Missing">What is not marked and would tell more.</param>
/// <param name="CastMired">Cast against the reference's.</param>
/// <param name="Duv">Tint against the reference's.</param>
/// <param name="ContrastStops">White over black against the reference's; null where either is not marked.</param>
public sealed record ProfileHelpView(
    JudgementView Memory,
    string Where,
    IReadOnlyList<ProfileTurnView> Turns,
    IReadOnlyList<JudgementView> Missing,
    double CastMired,
    double Duv,
    double? ContrastStops
);

/// <summary>Help with the picture profile of a camera that has no log.</summary>
internal static class ProfileHelpEndpoints
{
    private const double UsualBalanceK = 5600;

    internal static void MapProfileHelp(this IEndpointRouteBuilder api) =>
        api.MapGet("/pictures/{id:guid}/profile-help", GetAsync).ProducesProblem(404).WithName("getProfileHelp");

    private static async Task<Ok<ProfileHelpView>> GetAsync(
        Guid id,
        Guid reference,
        PictureStore pictures,
        UnitStore units,
        ModelStore models,
        Phrasing phrasing,
        CancellationToken cancel
    )
    {
        StoredPicture has = await FindAsync(pictures, id, "/id", cancel);
        StoredPicture of = await FindAsync(pictures, reference, "/reference", cancel);
        StoredUnit unit = has.UnitTag is { } tag
            ? await units.FindAsync(tag, cancel)
            : throw new RefusedException(
                ProblemCode.BadValue,
                "/unit",
                "Say under Keep which unit this picture is of: its controls depend on it."
            );
        StoredModel card = await models.GetAsync(unit.ModelKey, cancel)
            ?? throw new RefusedException(ProblemCode.ModelMissing, "/unit", $"There is no specification for {unit.Tag}.");
        var model = ModelReader.ToModel(card.Document);
        ProfileReading own = Reading(has, "/id");
        ProfileReading wanted = Reading(of, "/reference");
        var help = RefusedException.At("/unit", () => ProfileHelp.Of(model, own, wanted));
        return TypedResults.Ok(
            new ProfileHelpView(
                phrasing.Of(help.Memory),
                model.PlaceOf(Setting.Profile)?.Path ?? "",
                [.. help.Turns.Select(t => new ProfileTurnView(t.Control, t.IsUp, phrasing.Of(t.Says)))],
                [.. help.Missing.Select(phrasing.Of)],
                help.CastMired,
                help.Duv,
                help.ContrastStops
            )
        );
    }

    private static async Task<StoredPicture> FindAsync(PictureStore pictures, Guid id, string at, CancellationToken cancel) =>
        await pictures.GetAsync(id, cancel)
        ?? throw new RefusedException(ProblemCode.NotFound, at, "There is no such picture any more. Look in the list of pictures.");

    private static ProfileReading Reading(StoredPicture picture, string at)
    {
        RegionFiguresDocument? Of(RegionKind kind) =>
            picture.Document.Regions.FirstOrDefault(r => r.Kind == kind) is { } region
                ? picture.Document.Figures.FirstOrDefault(f => f.Id == region.Id)
                : null;
        return new ProfileReading(
            Of(RegionKind.GreyCard)?.ToStatistics()
                ?? throw new RefusedException(ProblemCode.BadValue, at, $"Mark the grey card on {picture.Name} first."),
            new Kelvin(picture.Document.Settings.BalanceK ?? UsualBalanceK),
            Of(RegionKind.WhiteCard)?.ToStatistics(),
            Of(RegionKind.BlackCard)?.ToStatistics(),
            Of(RegionKind.Skin)?.ToStatistics().Mean
        );
    }
}
