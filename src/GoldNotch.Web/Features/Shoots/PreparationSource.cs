using System.Collections.Immutable;
using GoldNotch.Core.Cameras;
using GoldNotch.Core.Checks;
using GoldNotch.Core.Media;
using GoldNotch.Core.Shoots;
using GoldNotch.Core.Units;
using GoldNotch.Data;
using GoldNotch.Exchange;
using GoldNotch.Web.Hosting;

namespace GoldNotch.Web.Features.Shoots;

/// <summary>Plans the preparation of shoots, of many at once where a page lists them.</summary>
internal sealed class PreparationSource(
    UnitStore units,
    ModelStore models,
    BoardStore board,
    KitStore kits,
    LoanStore loans,
    DepartmentStore department,
    WallClock wall
)
{
    // Preparation is planned from the day before, where nobody says since when.
    private static readonly TimeSpan UsualLead = TimeSpan.FromDays(1);

    /// <summary>The preparation of each shoot that still has one: it is called, takes place, and nothing of it is out.</summary>
    internal async Task<Dictionary<Guid, PreparationView>> OfAsync(IReadOnlyList<StoredShoot> shoots, CancellationToken cancel)
    {
        DateTimeOffset now = await wall.NowAsync(cancel);
        ILookup<Guid, LoanRow> lent = await loans.OfShootsAsync([.. shoots.Select(s => s.Document.Id)], cancel);
        ShootDocument[] ahead =
        [
            .. shoots.Where(s => s.Cancelled is null && Until(s.Document) > now && !lent[s.Document.Id].Any()).Select(s => s.Document),
        ];
        if (ahead.Length == 0)
        {
            return [];
        }

        string[] tags = [.. ahead.SelectMany(s => s.Cameras ?? []).Select(c => c.Unit).Where(u => u.Length > 0).Distinct()];
        Dictionary<string, StoredUnit> known = (await units.ByTagsAsync(tags, cancel)).ToDictionary(u => u.Tag);
        Dictionary<string, BoardUnit> boards = (await board.OfUnitsAsync(tags, DateOnly.FromDateTime(now.DateTime), cancel)).ToDictionary(
            u => u.Tag
        );
        Dictionary<string, Kit> written = (await kits.OfUnitsAsync(tags, cancel)).ToDictionary(
            k => k.Document.Unit,
            k => ShootReader.ToKit(k.Document)
        );
        HashSet<string> uncopied =
        [
            .. (await loans.OpenOfUnitsAsync(tags, cancel)).Where(l => l.Status == LoanStatus.Back).Select(l => l.UnitTag),
        ];
        Dictionary<string, CameraModel> cards = [];
        foreach (string key in known.Values.Select(u => u.ModelKey).Distinct())
        {
            if (await models.GetAsync(key, cancel) is { } card)
            {
                cards[key] = ModelReader.ToModel(card.Document);
            }
        }

        CameraNeeds Needs(ShootCameraDocument camera, DateOnly day)
        {
            StoredUnit unit = known[camera.Unit];
            CameraModel? model = cards.GetValueOrDefault(unit.ModelKey);
            Kit kit = written.GetValueOrDefault(camera.Unit) ?? new Kit(camera.Unit, []);
            BoardUnit? stands = boards.GetValueOrDefault(camera.Unit);
            bool isReady = stands is not null && Readiness.Of(UnitStatus.In, null, stands.Last, day).State == ReadinessState.Ready;
            int batteries = kit.CountOf(PieceKind.Battery);
            return new CameraNeeds(
                $"{camera.Letter} · {camera.Unit}",
                // Everything in the bag goes out charged.
                batteries,
                model?.Power?.ChargeMinutes,
                batteries > 0 && kit.CountOf(PieceKind.Charger) == 0 && kit.CountOf(PieceKind.Adapter) > 0,
                !isReady,
                // What is still on its cards is at most what they hold.
                uncopied.Contains(camera.Unit) && model?.Card is { } card
                    ? CopySpeeds.Usual.Seconds(card.CapacityGb * 1e9) / 60
                    : 0,
                kit.CountOf(PieceKind.Card) > 0,
                model?.Handling.Any(h => h.Kind == HandlingKind.Assembly) == true
            );
        }

        PreparationTimes times = (await department.GetAsync(cancel)).Preparation;
        return ahead.ToDictionary(
            s => s.Id,
            s =>
            {
                DateOnly day = DateOnly.FromDateTime(Until(s)!.Value.ToOffset(now.Offset).DateTime);
                ShootCameraDocument[] cameras = [.. (s.Cameras ?? []).Where(c => known.ContainsKey(c.Unit))];
                return Plan(s, [.. cameras.Select(c => (c.Letter, Needs(c, day)))], times, now);
            }
        );
    }

    private static DateTimeOffset? Until(ShootDocument shoot) => shoot.Collect ?? shoot.Call;

    private static PreparationView Plan(
        ShootDocument shoot,
        ImmutableArray<(string Letter, CameraNeeds Needs)> cameras,
        PreparationTimes times,
        DateTimeOffset now
    )
    {
        DateTimeOffset until = Until(shoot)!.Value;
        DateTimeOffset opens = shoot.PrepareFrom ?? until - UsualLead;
        opens = opens < now ? now : opens;
        double first = (opens - until).TotalMinutes;
        try
        {
            ImmutableArray<PreparationTask> tasks = PreparationTasks.Of([.. cameras.Select(c => c.Needs)], times, shoot.Place.Length > 0);
            var capacity = new Dictionary<string, int>
            {
                [PreparationTasks.Technician] = shoot.Technicians,
                [PreparationTasks.Charger] = shoot.Chargers,
                [PreparationTasks.Reader] = shoot.Readers,
            };
            foreach ((_, CameraNeeds needs) in cameras)
            {
                capacity[needs.Name] = 1;
            }

            PreparationPlan plan = Preparation.Best(tasks, capacity, 0, first);
            return ShootViews.Of(
                plan,
                until,
                opens,
                cameras.ToDictionary(c => c.Needs.Name, c => c.Letter),
                PreparationRemedies.Of(plan, capacity, first, PreparationTasks.CanGrow)
            );
        }
        catch (QuantityException refused)
        {
            // Nobody, no charger or no reader: then nothing is planned, and it is said what is missing.
            return new PreparationView(until, until, opens, false, [], [], refused.Message);
        }
    }
}
