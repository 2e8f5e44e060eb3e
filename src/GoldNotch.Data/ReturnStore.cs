using GoldNotch.Core.Practice;
using Npgsql;

namespace GoldNotch.Data;

/// <summary>What was found on cameras when they came back: the first check that was begun after a return and before the camera went out again.</summary>
public sealed class ReturnStore(NpgsqlDataSource source)
{
    private const int Most = 50_000;

    /// <summary>Checked returns of loans to people of the department, the newest first. A return that nobody checked is not among them.</summary>
    /// <param name="since">Loans that went out from then on.</param>
    /// <param name="person">One borrower, or null for everybody.</param>
    /// <param name="model">One model, or null for all.</param>
    /// <param name="cancel">Cancels.</param>
    public Task<List<CheckedReturn>> CheckedAsync(DateTimeOffset since, Guid? person, string? model, CancellationToken cancel) =>
        source
            .CreateCommand(
                $"""
                SELECT l.borrower_id, u.model_key, l.unit_tag, l.out_at, l.back_at, c.wrong
                FROM loan l JOIN camera_unit u ON u.tag = l.unit_tag
                CROSS JOIN LATERAL (
                    SELECT found_off_target_count + found_automatic_count AS wrong FROM check_run
                    WHERE unit_tag = l.unit_tag AND signed_at IS NOT NULL AND started_at >= l.back_at
                      AND started_at < coalesce((SELECT min(n.out_at) FROM loan n WHERE n.unit_tag = l.unit_tag AND n.out_at >= l.back_at), 'infinity')
                    ORDER BY started_at LIMIT 1
                ) c
                WHERE l.out_at >= @since AND l.back_at IS NOT NULL AND l.borrower_id IS NOT NULL
                  AND (@person::uuid IS NULL OR l.borrower_id = @person) AND (@model::text IS NULL OR u.model_key = @model)
                ORDER BY l.out_at DESC LIMIT {Most}
                """
            )
            .With("since", since.ToUniversalTime())
            .With("person", person)
            .With("model", model)
            .ListAsync(
                r => new CheckedReturn(
                    r.Id("borrower_id"),
                    r.Text("model_key"),
                    r.Text("unit_tag"),
                    r.Moment("out_at"),
                    r.Moment("back_at"),
                    r.Number("wrong")
                ),
                cancel
            );
}
