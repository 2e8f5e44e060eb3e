using System.Globalization;
using GoldNotch.Core.StandIns;

namespace GoldNotch.SimulatedCameras;

/// <summary>What can go wrong with a link, on purpose.</summary>
public enum Trouble
{
    /// <summary>Nothing.</summary>
    None,

    /// <summary>Every answer takes six seconds.</summary>
    Slow,

    /// <summary>The connection is dropped before anything is answered.</summary>
    Dropped,

    /// <summary>Half of an answer, then the connection is dropped.</summary>
    Half,

    /// <summary>An answer that is no JSON.</summary>
    InvalidResponse,

    /// <summary>JSON of the right shape with settings, values and sizes that no camera has.</summary>
    Hostile,

    /// <summary>Another camera answers at this address than the one that belongs there.</summary>
    Swapped,

    /// <summary>The battery is flat: nobody answers.</summary>
    Flat,
}

/// <summary>Plays trouble with a link instead of the answer.</summary>
internal static class Troubles
{
    private const int SlowMilliseconds = 6000;

    /// <summary>Plays it.</summary>
    /// <returns>Whether the answer was given already.</returns>
    internal static async Task<bool> PlayAsync(Trouble trouble, StandIn camera, HttpContext context)
    {
        switch (trouble)
        {
            case Trouble.Slow:
                await Task.Delay(SlowMilliseconds, context.RequestAborted);
                return false;
            case Trouble.Dropped or Trouble.Flat:
                context.Abort();
                return true;
            case Trouble.Half:
                context.Response.ContentType = "application/json";
                context.Response.ContentLength = 400;
                await context.Response.WriteAsync("{\"settings\":[{\"setting\":\"gain\",\"sho", context.RequestAborted);
                await context.Response.Body.FlushAsync(context.RequestAborted);
                context.Abort();
                return true;
            case Trouble.InvalidResponse:
                context.Response.ContentType = "text/html";
                await context.Response.WriteAsync("<h1>Welcome to your new router</h1>", context.RequestAborted);
                return true;
            case Trouble.Swapped:
                await context.Response.WriteAsJsonAsync(new SettingsAnswer("OTHER-1", camera.Model.Key, []), context.RequestAborted);
                return true;
            case Trouble.Hostile:
                context.Response.ContentType = "application/json";
                await context.Response.WriteAsync(
                    string.Create(
                        CultureInfo.InvariantCulture,
                        $$"""
                        {"tag":"{{camera.Tag}}","model":"{{camera.Model.Key}}","settings":[{"setting":"gain","shows":"{{new string(
                            '9',
                            5000
                        )}}","automatic":false},{"setting":"launch","shows":"now","automatic":false},
                        {"setting":"nd","shows":"<script>alert(1)</script>","automatic":false}]}
                        """
                    ),
                    context.RequestAborted
                );
                return true;
            default:
                return false;
        }
    }
}
