using System.Collections.Concurrent;
using Serilog.Core;
using Serilog.Events;

namespace GoldNotch.Web.Tests.Hosting;

/// <summary>Keeps what the site logs.</summary>
internal sealed class LogKeeper : ILogEventSink
{
    private readonly ConcurrentQueue<LogEvent> _events = new();

    public void Emit(LogEvent logEvent) => _events.Enqueue(logEvent);

    /// <summary>What was logged from now on, as it comes.</summary>
    internal Func<LogEvent[]> FromNow()
    {
        int before = _events.Count;
        return () => [.. _events.Skip(before)];
    }
}
