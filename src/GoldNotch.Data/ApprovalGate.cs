using System.Collections.Immutable;
using GoldNotch.Core.Judgements;
using GoldNotch.Core.Sheets.SheetRules;
using GoldNotch.Exchange;
using Npgsql;

namespace GoldNotch.Data;

/// <summary>The one gate that every standard passes on its way into force, whether a person approves it or a file brings it.</summary>
internal static class ApprovalGate
{
    /// <summary>Lets a standard through, or says what is open.</summary>
    /// <param name="transaction">The transaction in which it is approved.</param>
    /// <param name="standard">The standard.</param>
    /// <param name="at">JSON pointer to it.</param>
    /// <param name="cancel">Cancels.</param>
    /// <exception cref="RefusedException">A fault of it is neither corrected nor accepted as it now reads.</exception>
    internal static async Task PassAsync(NpgsqlTransaction transaction, StandardDocument standard, string at, CancellationToken cancel)
    {
        List<Judgement> accepted = await transaction
            .Command("SELECT judgement FROM accepted_finding WHERE standard_key = @key AND model_key = ''")
            .With("key", standard.Key)
            .ListAsync(r => JudgementDocument.Read(r.Only<string>()), cancel);
        ImmutableArray<RuleFinding> open = RuleBook.OpenFaults(StandardReader.ToStandard(standard, at), accepted);
        if (!open.IsEmpty)
        {
            throw new RefusedException(
                ProblemCode.OpenFaults,
                $"{at}/notches",
                $"{(open.Length == 1 ? "One fault is" : $"{open.Length} faults are")} open: {JudgementText.Of(open[0].Because)} Correct it, or accept it with a reason while the standard is a draft."
            );
        }
    }
}
