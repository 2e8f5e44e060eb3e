using GoldNotch.Exchange;

namespace GoldNotch.Web.Features.Exchange;

/// <summary>Practice as CSV: a finished try a row, for a spreadsheet.</summary>
internal static partial class CsvFiles
{
    private static readonly string[] PracticeColumns = ["id", "person", "kind", "model", "standard", "at", "passed", "seconds"];

    internal static byte[] Practice(IEnumerable<PracticeTryDocument> tries) =>
        Write(
            PracticeColumns,
            tries.Select(t =>
                (string[])[t.Id.ToString(), t.Person, t.Kind, t.Model, t.Standard, Time(t.At), YesNo(t.Passed), Number(t.Seconds)]
            )
        );
}
