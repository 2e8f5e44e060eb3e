using GoldNotch.Core.Shoots;

namespace GoldNotch.Exchange;

/// <summary>How long things take in a department, minutes, as it is written; a field that is left out is as the application came.</summary>
public sealed record PreparationTimesDocument(
    double? Check = null,
    double? Count = null,
    double? Charge = null,
    double? Cards = null,
    double? Match = null,
    double? Assemble = null,
    double? Load = null
)
{
    /// <summary>The times as the core knows them.</summary>
    /// <param name="at">JSON pointer to the document.</param>
    /// <exception cref="RefusedException">A time cannot be; its field is named.</exception>
    public PreparationTimes ToTimes(string at)
    {
        var times = new PreparationTimes();
        T At<T>(string field, Func<T> read) => RefusedException.At($"{at}/{field}", read);
        times = At("check", () => times with { Check = Check ?? times.Check });
        times = At("count", () => times with { Count = Count ?? times.Count });
        times = At("charge", () => times with { Charge = Charge ?? times.Charge });
        times = At("cards", () => times with { Cards = Cards ?? times.Cards });
        times = At("match", () => times with { Match = Match ?? times.Match });
        times = At("assemble", () => times with { Assemble = Assemble ?? times.Assemble });
        return At("load", () => times with { Load = Load ?? times.Load });
    }

    /// <summary>The times as they are written.</summary>
    public static PreparationTimesDocument Of(PreparationTimes times) =>
        new(times.Check, times.Count, times.Charge, times.Cards, times.Match, times.Assemble, times.Load);
}
