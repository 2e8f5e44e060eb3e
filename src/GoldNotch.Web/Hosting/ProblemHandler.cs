using System.Text.Json;
using GoldNotch.Core.Units;
using GoldNotch.Data;
using GoldNotch.Exchange;
using Microsoft.AspNetCore.Diagnostics;
using Microsoft.AspNetCore.Mvc;
using Npgsql;

namespace GoldNotch.Web.Hosting;

/// <summary>
/// Every failure becomes a problem document (RFC 9457): a stable code, a sentence to act on, the field where there is one. A refusal is
/// logged as information; a fault of the site once, with the id of the request, which the person sees too.
/// </summary>
internal sealed partial class ProblemHandler(ILogger<ProblemHandler> log) : IExceptionHandler
{
    private const int TooLarge = 413;

    public async ValueTask<bool> TryHandleAsync(HttpContext context, Exception exception, CancellationToken cancellationToken)
    {
        if (exception is OperationCanceledException && context.RequestAborted.IsCancellationRequested)
        {
            return true;
        }

        (int status, ProblemDetails problem) = Of(context, exception);
        if (status >= 500)
        {
            Fault(log, context.TraceIdentifier, context.Request.Method, context.Request.Path, exception);
        }
        else
        {
            Refused(log, problem.Extensions["code"], context.Request.Method, context.Request.Path);
        }

        await WriteAsync(context, problem);
        return true;
    }

    internal static Task WriteStatusAsync(StatusCodeContext context)
    {
        HttpContext http = context.HttpContext;
        return http.Response.StatusCode switch
        {
            401 => WriteAsync(http, 401, ProblemCode.SignIn, "", "Sign in first. What you typed is still on the page."),
            403 => WriteAsync(
                http,
                403,
                ProblemCode.NotAllowed,
                "",
                "Your role does not include this. Ask a technician, or sign in as one."
            ),
            404 => WriteAsync(http, 404, ProblemCode.NotFound, "", "There is nothing at this address."),
            405 => WriteAsync(http, 405, ProblemCode.BadRequest, "", "This address does not take that method."),
            TooLarge => WriteAsync(
                http,
                TooLarge,
                ProblemCode.TooLarge,
                "",
                "That is far more than fits here. Nothing was saved; send less."
            ),
            415 => WriteAsync(http, 415, ProblemCode.BadRequest, "", "Send JSON, with Content-Type: application/json."),
            429 => WriteAsync(http, 429, ProblemCode.TooManyRequests, "", "Too many requests. Wait a minute and go on. Nothing was lost."),
            _ => Task.CompletedTask,
        };
    }

    internal static Task WriteAsync(HttpContext context, int status, ProblemCode code, string pointer, string sentence) =>
        WriteAsync(context, Problem(status, code, pointer, sentence));

    internal static ProblemDetails Problem(
        int status,
        ProblemCode code,
        string pointer,
        string sentence,
        IDictionary<string, object?>? more = null
    )
    {
        var problem = new ProblemDetails
        {
            Status = status,
            Title = sentence,
            Detail = sentence,
            Type = $"urn:gold-notch:problem:{code.Word()}",
        };
        problem.Extensions["code"] = code.Word();
        problem.Extensions["pointer"] = pointer;
        foreach (KeyValuePair<string, object?> extra in more ?? new Dictionary<string, object?>())
        {
            problem.Extensions[extra.Key] = extra.Value;
        }

        return problem;
    }

    private static Task WriteAsync(HttpContext context, ProblemDetails problem)
    {
        context.Response.StatusCode = problem.Status!.Value;
        return Results.Problem(problem).ExecuteAsync(context);
    }

    private static (int Status, ProblemDetails Problem) Of(HttpContext context, Exception exception)
    {
        ProblemDetails problem = exception switch
        {
            RefusedException refused => Problem(
                StatusOf(refused.Code),
                refused.Code,
                refused.Pointer,
                refused.Message,
                refused.Faults.Count > 0 ? new Dictionary<string, object?> { ["faults"] = refused.Faults } : null
            ),
            QuantityException refused => Problem(400, ProblemCode.BadValue, "", refused.Message),
            BadHttpRequestException { StatusCode: TooLarge } => Problem(
                TooLarge,
                ProblemCode.TooLarge,
                "",
                "That is far more than fits here. Nothing was saved; send less."
            ),
            BadHttpRequestException { InnerException: JsonException wrong } => Problem(
                400,
                ProblemCode.BadJson,
                wrong.Path?.TrimStart('$').Replace('.', '/') ?? "",
                $"Line {(wrong.LineNumber ?? 0) + 1}, column {(wrong.BytePositionInLine ?? 0) + 1}: the body has an unknown, missing or unreadable field. Nothing was saved."
            ),
            BadHttpRequestException bad => Problem(
                bad.StatusCode,
                ProblemCode.BadRequest,
                "",
                "This request cannot be read. Nothing was saved."
            ),
            PostgresException { SqlState: "GN001" } => Problem(
                409,
                ProblemCode.Immutable,
                "",
                "This is signed or approved and stays as it is. Start a new one instead."
            ),
            _ when DatabaseTroubles.Of(exception) is not DatabaseTrouble.None and var trouble => NotNow(context, trouble),
            _ => Problem(
                500,
                ProblemCode.Fault,
                "",
                $"The site had a fault. What was saved before is unchanged. Try again; if it stays so, report request {context.TraceIdentifier} to whoever runs this site.",
                new Dictionary<string, object?> { ["requestId"] = context.TraceIdentifier }
            ),
        };
        return (problem.Status!.Value, problem);
    }

    // Nothing was wrong with what was sent, and nothing of it was written: whoever sent it keeps it and sends it again.
    private static ProblemDetails NotNow(HttpContext context, DatabaseTrouble trouble)
    {
        context.Response.Headers.RetryAfter = "2";
        (ProblemCode code, string sentence) = trouble switch
        {
            DatabaseTrouble.Full => (
                ProblemCode.DatabaseFull,
                "The disk or the memory of the database is full. What was saved before is unchanged; this was not saved and waits in the browser: keep the page open and tell whoever runs this site."
            ),
            DatabaseTrouble.ReadOnly => (
                ProblemCode.DatabaseReadOnly,
                "The database takes no changes just now. What was saved before is unchanged; this was not saved and waits in the browser: keep the page open."
            ),
            DatabaseTrouble.Busy => (
                ProblemCode.DatabaseBusy,
                "Too much happened at once, and this was not saved. Nothing else was changed; it is sent again, or try again in a moment."
            ),
            _ => (
                ProblemCode.DatabaseAway,
                "The database cannot be reached. Nothing was lost: keep the page open and it goes on when the database is back."
            ),
        };
        return Problem(503, code, "", sentence, new Dictionary<string, object?> { ["requestId"] = context.TraceIdentifier });
    }

    private static int StatusOf(ProblemCode code) =>
        code switch
        {
            ProblemCode.VersionExists
            or ProblemCode.DraftExists
            or ProblemCode.KeyTaken
            or ProblemCode.LoginTaken
            or ProblemCode.NameTaken
            or ProblemCode.TagTaken
            or ProblemCode.LastTechnician
            or ProblemCode.OpenFaults
            or ProblemCode.Undecided
            or ProblemCode.Immutable
            or ProblemCode.NotSigned
            or ProblemCode.TooMany
            or ProblemCode.Booked
            or ProblemCode.UnitOut
            or ProblemCode.NotHandedOut
            or ProblemCode.NotPossible
            or ProblemCode.NotLookedAt
            or ProblemCode.LinesUnread => 409,
            ProblemCode.NotFound => 404,
            ProblemCode.TooManyRequests => 429,
            ProblemCode.ChangedMeanwhile => 412,
            ProblemCode.VersionNeeded => 428,
            _ => 400,
        };

    [LoggerMessage(Level = LogLevel.Information, Message = "Refused {Code}: {Method} {Path}")]
    private static partial void Refused(ILogger log, object? code, string method, string path);

    [LoggerMessage(Level = LogLevel.Error, Message = "Fault in request {RequestId}: {Method} {Path}")]
    private static partial void Fault(ILogger log, string requestId, string method, string path, Exception exception);
}
