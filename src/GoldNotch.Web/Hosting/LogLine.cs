using System.Globalization;
using System.Text.Json;
using Serilog.Events;
using Serilog.Formatting;

namespace GoldNotch.Web.Hosting;

/// <summary>One line of JSON for each event, short: time, level unless information, what happened, and its values under their names. No person, no body.</summary>
internal sealed class LogLine : ITextFormatter
{
    private const int LongestValue = 120;

    // Said by the line itself, or of no use to whoever reads it.
    private static readonly HashSet<string> LeftOut = ["SourceContext", "ConnectionId", "RequestId", "ActionId", "EventId"];

    public void Format(LogEvent logEvent, TextWriter output)
    {
        using var memory = new MemoryStream();
        using (var line = new Utf8JsonWriter(memory))
        {
            line.WriteStartObject();
            line.WriteString("t", logEvent.Timestamp.UtcDateTime.ToString("yyyy-MM-ddTHH:mm:ss.fffZ", CultureInfo.InvariantCulture));
            if (logEvent.Level != LogEventLevel.Information)
            {
                line.WriteString("level", logEvent.Level.ToString());
            }

            bool request = logEvent.Properties.ContainsKey("RequestPath") && logEvent.Properties.ContainsKey("StatusCode");
            if (!request)
            {
                line.WriteString("says", Cut(logEvent.RenderMessage(CultureInfo.InvariantCulture), 400));
            }

            foreach ((string name, LogEventPropertyValue value) in logEvent.Properties)
            {
                if (request && !LeftOut.Contains(name))
                {
                    Write(line, Short(name), value);
                }
                else if (!request && name == "RequestId")
                {
                    Write(line, "request", value);
                }
            }

            if (logEvent.Exception is { } exception)
            {
                line.WriteString("exception", exception.ToString());
            }

            line.WriteEndObject();
        }

        output.WriteLine(System.Text.Encoding.UTF8.GetString(memory.ToArray()));
    }

    private static string Short(string name) =>
        name switch
        {
            "RequestMethod" => "method",
            "RequestPath" => "path",
            "StatusCode" => "status",
            "Elapsed" => "ms",
            _ => name,
        };

    private static void Write(Utf8JsonWriter line, string name, LogEventPropertyValue value)
    {
        switch ((value as ScalarValue)?.Value)
        {
            case double number:
                line.WriteNumber(name, Math.Round(number, 1));
                break;
            case int number:
                line.WriteNumber(name, number);
                break;
            case var text:
                line.WriteString(name, Cut(text?.ToString() ?? value.ToString(), LongestValue));
                break;
        }
    }

    private static string Cut(string text, int most) => text.Length > most ? text[..most] + "…" : text;
}
