using System.Collections.Immutable;
using GoldNotch.Core.Cameras;
using GoldNotch.Core.LineUps;
using GoldNotch.Core.Sheets;
using GoldNotch.Core.Units;
using GoldNotch.Data;
using GoldNotch.Exchange;
using GoldNotch.Web.Features.Wording;

namespace GoldNotch.Web.Features.LineUps;

/// <summary>A line-up put before the core.</summary>
/// <param name="Report">What came of it.</param>
/// <param name="Faults">What keeps cameras, or the whole, from being planned.</param>
/// <param name="Lenses">Lenses that fit each camera.</param>
internal sealed record PlannedLineUp(LineUpReport Report, IReadOnlyList<PlanFaultView> Faults, IReadOnlyList<LensesView> Lenses);

/// <summary>Puts a line-up before the core: its standard, units and cards as they are now.</summary>
internal sealed class LineUpSource(
    StandardStore standards,
    UnitStore units,
    ModelStore models,
    LineUpStore lineUps,
    DepartmentStore department,
    UnitMatchStore matches,
    TimeProvider clock,
    Phrasing phrasing
)
{
    /// <summary>The approved version of the standard that a line-up goes by.</summary>
    /// <exception cref="RefusedException">There is none.</exception>
    internal async Task<StandardDocument> StandardAsync(string key, CancellationToken cancel) =>
        (await standards.InStateAsync(key, StandardState.Approved, cancel))?.Document
        ?? throw new RefusedException(
            ProblemCode.StandardMissing,
            "/standard",
            $"There is no approved standard {(key.Length > 60 ? key[..60] + "…" : key)}. Choose one from the list."
        );

    /// <summary>The report, or what keeps the whole from being planned.</summary>
    /// <param name="document">A document; it is checked here.</param>
    /// <param name="cancel">Cancels.</param>
    internal async Task<PlannedLineUp> ReportAsync(LineUpDocument document, CancellationToken cancel)
    {
        LineUpReader.Check(document);
        StandardDocument standard = await StandardAsync(document.Standard, cancel);
        Dictionary<string, StoredUnit> named = (await units.ByTagsAsync([.. document.Cameras.Select(c => c.Unit)], cancel)).ToDictionary(
            u => u.Tag
        );
        Dictionary<string, ModelDocument> cards = [];
        foreach (string key in named.Values.Select(u => u.ModelKey).Distinct())
        {
            if (await models.GetAsync(key, cancel) is { } card)
            {
                cards[key] = card.Document;
            }
        }

        LineUp lineUp = LineUpReader.ToLineUp(
            document,
            new LineUpSources(standard, named.ToDictionary(u => u.Key, u => u.Value.Document), cards)
            {
                Matches = await matches.NeededAsync([.. named.Keys], cancel),
                Now = clock.GetUtcNow(),
            },
            out ImmutableArray<LineUpFault> missing
        );
        IReadOnlyList<LensesView> lenses =
        [
            .. document.Cameras.Select(c =>
                named.GetValueOrDefault(c.Unit) is { } unit && cards.GetValueOrDefault(unit.ModelKey) is { Lenses: { } some }
                    ? new LensesView(c.Letter, [.. some.Select(l => l.Name)])
                    : new LensesView(c.Letter, [])
            ),
        ];
        List<PlanFaultView> faults = [.. missing.Select(f => Fault(f, document))];
        faults.AddRange(await AwayAsync(document, named, cancel));
        if (lineUp.Cameras.IsEmpty)
        {
            return new PlannedLineUp(LineUpReport.Empty(lineUp), faults, lenses);
        }

        try
        {
            // One that follows a camera that could not even be read is told like any other fault.
            LineUpReport report = LineUpReport.Of(lineUp, missing, new PlanBudget(cancel: cancel));
            faults.AddRange(report.Faults.Where(f => !missing.Contains(f)).Select(f => Fault(f, document)));
            return new PlannedLineUp(report, faults, lenses);
        }
        catch (QuantityException refused)
        {
            faults.Add(new PlanFaultView("", refused.Fault is QuantityFault.Circle ? "/cameras" : "/strategy", refused.Message));
            return new PlannedLineUp(LineUpReport.Empty(lineUp), faults, lenses);
        }
    }

    internal async Task<PlanView> PlanAsync(LineUpDocument document, CancellationToken cancel)
    {
        PlannedLineUp planned = await ReportAsync(document, cancel);
        return LineUpViews.Of(planned.Report, planned.Faults, phrasing) with { Lenses = planned.Lenses };
    }

    /// <summary>One camera of a kept line-up with its plan.</summary>
    /// <exception cref="RefusedException">No such line-up or camera, or the camera cannot be planned.</exception>
    internal async Task<(StoredLineUp Kept, LineUpReport Report, CameraRow Row)> CameraAsync(
        Guid id,
        string letter,
        CancellationToken cancel
    )
    {
        StoredLineUp kept = await FindAsync(id, cancel);
        (LineUpReport report, IReadOnlyList<PlanFaultView> faults, _) = await ReportAsync(kept.Document, cancel);
        CameraRow row = report.Cameras.FirstOrDefault(c => c.Plan.Camera.Name == letter)
            ?? throw new RefusedException(
                ProblemCode.NotFound,
                "/letter",
                faults.FirstOrDefault(f => f.Letter == letter || f.Letter.Length == 0)?.Message
                    ?? "There is no camera of this letter in the line-up."
            );
        return (kept, report, row);
    }

    /// <summary>What the plan of a line-up says of one unit, frozen for its check.</summary>
    /// <exception cref="RefusedException">The unit is not in it, or it goes by another standard.</exception>
    internal async Task<PlannedSheetDocument> ShootAsync(Guid id, string tag, string standardKey, CancellationToken cancel)
    {
        StoredLineUp kept = await FindAsync(id, cancel);
        if (kept.Document.Standard != standardKey)
        {
            throw new RefusedException(
                ProblemCode.BadValue,
                "/standard",
                $"“{kept.Document.Name}” goes by {kept.Document.Standard}. Check the unit against that, or against the standard alone."
            );
        }

        LineUpCameraDocument camera = kept.Document.Cameras.FirstOrDefault(c => c.Unit == tag)
            ?? throw new RefusedException(
                ProblemCode.BadValue,
                "/unit",
                $"{tag} is not in “{kept.Document.Name}”. Check it against the standard alone."
            );
        (_, LineUpReport report, CameraRow row) = await CameraAsync(id, camera.Letter, cancel);
        return PlannedSheets.Freeze(id, report.LineUp, row, report.White.FirstOrDefault(w => w.Letter == camera.Letter));
    }

    internal async Task<StoredLineUp> FindAsync(Guid id, CancellationToken cancel) =>
        await lineUps.GetAsync(id, cancel)
        ?? throw new RefusedException(ProblemCode.NotFound, "/id", $"There is no line-up {id}. Go to the list of line-ups.");

    // Units that are out or wanted elsewhere are planned all the same; the person has to know.
    private async Task<IEnumerable<PlanFaultView>> AwayAsync(
        LineUpDocument document,
        Dictionary<string, StoredUnit> named,
        CancellationToken cancel
    )
    {
        List<PlanFaultView> away = [];
        List<Booking> bookings = document.Call is { } call
            ? await lineUps.BookingsAsync(document.Id, [.. document.Cameras.Select(c => c.Unit)], call, cancel)
            : [];
        Data.Department here = await department.GetAsync(cancel);
        DateOnly? day = document.Call is { } at ? DateOnly.FromDateTime(here.Local(at).DateTime) : null;
        for (int i = 0; i < document.Cameras.Count; i++)
        {
            LineUpCameraDocument camera = document.Cameras[i];
            string pointer = $"/cameras/{i}/unit";
            if (named.GetValueOrDefault(camera.Unit) is { Status: not UnitStatus.In } unit && !(unit.DueBack < day))
            {
                string how =
                    unit.Status == UnitStatus.Out
                        ? $"is out{(unit.DueBack is { } back ? $" until {back:d MMMM yyyy}" : "")}"
                        : "is in repair";
                away.Add(
                    new PlanFaultView(
                        camera.Letter,
                        pointer,
                        $"{unit.Tag} {how}. It is planned all the same; choose another unit if it will not be back."
                    )
                );
            }

            foreach (Booking booking in bookings.Where(b => b.UnitTag == camera.Unit))
            {
                DateTimeOffset then = here.Local(booking.Call);
                away.Add(
                    new PlanFaultView(
                        camera.Letter,
                        pointer,
                        $"{camera.Unit} is also planned for “{booking.Name}” at {then:HH:mm} on {then:d MMMM}. Choose another unit in one of the two."
                    )
                );
            }
        }

        return away;
    }

    private static PlanFaultView Fault(LineUpFault fault, LineUpDocument document)
    {
        int i = document.Cameras.ToList().FindIndex(c => c.Letter == fault.Letter);
        string field = LineUpReader.FieldOf(fault.Input);
        return new PlanFaultView(fault.Letter, fault.Input == LineUpInput.Standard ? "/standard" : $"/cameras/{i}/{field}", fault.Message);
    }
}
