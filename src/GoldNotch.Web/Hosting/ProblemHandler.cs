using System.Net.Sockets;
using System.Text.Json;
using GoldNotch.Core.Units;
using GoldNotch.Data;
using GoldNotch.Exchange;
using Microsoft.AspNetCore.Diagnostics;
using Microsoft.AspNetCore.Mvc;
using Npgsql;

namespace GoldNotch.Web.Hosting;

/// <summary>Every failure becomes a problem document (RFC 9457): a stable code, a sentence to act on, the field where there is one.</summary>
internal sealed class ProblemHandler : IExceptionHandler
{
    public async ValueTask<bool> TryHandleAsync(HttpContext context, Exception exception, CancellationToken cancellationToken)
    {
        switch (exception)
        {
            case RefusedException refused:
                int status = refused.Code switch { "version-exists" or "draft-exists" or "key-taken" or "login-taken" or "last-technician" or "open-faults" or "undecided" or "immutable" or "not-signed" or "tag-taken" or "too-many" or "not-looked-at" => 409, "not-found" => 404, _ => 400 };
                await WriteAsync(
                    context, status, refused.Code, refused.Pointer, refused.Message, refused.Faults.Count > 0 ? new Dictionary<string, object?> { ["faults"] = refused.Faults } : null);
                return true;
            case QuantityException refused:
                await WriteAsync(context, 400, "bad-value", "", refused.Message);
                return true;
            case BadHttpRequestException { StatusCode: 413 }:
                await WriteAsync(context, 413, "too-large", "", "That is far more than fits here. Nothing was kept; send less.");
                return true;
            case BadHttpRequestException { InnerException: JsonException wrong }:
                await WriteAsync(context, 400, "bad-json", wrong.Path?.TrimStart('$').Replace('.', '/') ?? "", $"Line {(wrong.LineNumber ?? 0) + 1}, column {(wrong.BytePositionInLine ?? 0) + 1}: the body has an unknown, missing or unreadable field. Nothing was kept.");
                return true;
            case BadHttpRequestException bad:
                await WriteAsync(context, bad.StatusCode, "bad-request", "", "This request cannot be read. Nothing was kept.");
                return true;
            case PostgresException { SqlState: "GN001" }:
                await WriteAsync(context, 409, "immutable", "", "This is signed or approved and stays as it is. Begin a new one instead.");
                return true;
            case OperationCanceledException when context.RequestAborted.IsCancellationRequested:
                return true;
            case Exception away when IsDatabaseAway(away):
                context.Response.Headers.RetryAfter = "2";
                await WriteAsync(context, 503, "database-away", "", "The database cannot be reached. Nothing was lost: keep the page open and it goes on when the database is back.");
                return true;
            default:
                await WriteAsync(context, 500, "fault", "", "The site had a fault. What was saved before is unchanged. Try again; if it stays so, report it to whoever runs this site.");
                return true;
        }
    }

    internal static Task WriteStatusAsync(StatusCodeContext context)
    {
        HttpContext http = context.HttpContext;
        return http.Response.StatusCode switch
        {
            401 => WriteAsync(http, 401, "sign-in", "", "Sign in first; what you typed is still on the page."),
            403 => WriteAsync(http, 403, "not-allowed", "", "This needs a technician. Ask one, or sign in as one."),
            404 => WriteAsync(http, 404, "not-found", "", "There is nothing at this address."),
            405 => WriteAsync(http, 405, "bad-request", "", "This address does not take that method."),
            413 => WriteAsync(http, 413, "too-large", "", "That is far more than fits here. Nothing was kept; send less."),
            415 => WriteAsync(http, 415, "bad-request", "", "Send JSON, with Content-Type: application/json."),
            429 => WriteAsync(http, 429, "too-many", "", "Too many requests. Wait a minute and go on; nothing was lost."),
            _ => Task.CompletedTask,
        };
    }

    internal static Task WriteAsync(HttpContext context, int status, string code, string pointer, string sentence, IDictionary<string, object?>? more = null)
    {
        context.Response.StatusCode = status;
        ProblemDetails problem = Problem(status, code, pointer, sentence, more);
        return Results.Problem(problem).ExecuteAsync(context);
    }

    internal static ProblemDetails Problem(int status, string code, string pointer, string sentence, IDictionary<string, object?>? more = null)
    {
        var problem = new ProblemDetails { Status = status, Title = sentence, Detail = sentence, Type = $"urn:gold-notch:problem:{code}" };
        problem.Extensions["code"] = code;
        problem.Extensions["pointer"] = pointer;
        foreach (KeyValuePair<string, object?> extra in more ?? new Dictionary<string, object?>())
        {
            problem.Extensions[extra.Key] = extra.Value;
        }

        return problem;
    }

    // 55000: the database takes no connections; 57P0x and 08xxx: it is shutting down, starting, or the line broke.
    private static bool IsDatabaseAway(Exception exception) => exception switch
    {
        PostgresException p => p.SqlState is "55000" or "53300" || p.SqlState.StartsWith("57P", StringComparison.Ordinal) || p.SqlState.StartsWith("08", StringComparison.Ordinal),
        NpgsqlException or SocketException or TimeoutException => true,
        _ => exception.InnerException is { } inner && IsDatabaseAway(inner),
    };
}
