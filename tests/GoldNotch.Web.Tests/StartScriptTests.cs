using System.Diagnostics;
using GoldNotch.Web.Tests.Hosting;

namespace GoldNotch.Web.Tests;

/// <summary>What <c>./start</c> keeps running and what it stops, with short-lived programs in place of the site (<c>scripts/supervise.sh</c>).</summary>
public class StartScriptTests
{
    private const string Begin = "set -uo pipefail; . scripts/supervise.sh; say() { echo \"said: $*\"; }; ";

    [Fact]
    public async Task A_site_that_died_is_started_again_and_one_that_dies_at_once_is_left_for_a_person()
    {
        (int exit, string said) = await BashAsync(
            """
            starts=0
            # The shell counts whole seconds: what ends at once may seem to have lasted one.
            site_start() { starts=$((starts + 1)); sleep "$([ $starts = 1 ] && echo 3.5 || echo 0.1)" & site_pid=$!; }
            site_start
            supervise 2 site_start || echo "gave up after $starts"
            """
        );
        (exit, said).ShouldBe((0, "said: The site died and is started again\ngave up after 2\n"));
    }

    [Fact]
    public async Task Stopping_ends_every_program_and_a_stop_during_supervision_starts_none_again()
    {
        (int exit, string said) = await BashAsync(
            """
            site_start() { sleep 60 & site_pid=$!; }
            stop() {
              trap - EXIT INT TERM
              stop_programs "" "$other" "$site_pid"
              for pid in "$other" "$site_pid"; do kill -0 "$pid" 2>/dev/null && echo "left running"; done
              echo stopped
            }
            trap stop EXIT; trap 'exit 0' TERM
            sleep 60 & other=$!
            site_start
            (sleep 0.5; kill -TERM $$) &
            supervise 10 site_start
            echo "still supervising"
            """
        );
        (exit, said.Trim()).ShouldBe((0, "stopped"));
    }

    [Fact]
    public void The_start_stops_the_night_the_cameras_and_the_site()
    {
        string start = File.ReadAllText(Path.Combine(TestSite.Root, "start"));
        start.ShouldContain("stop_programs \"$nightly_pid\" \"$cameras_pid\" \"$site_pid\"");
        start.ShouldContain("supervise 10 site_start");
    }

    private static async Task<(int Exit, string Said)> BashAsync(string script)
    {
        var start = new ProcessStartInfo("bash", ["-c", Begin + script])
        {
            WorkingDirectory = TestSite.Root,
            RedirectStandardOutput = true,
        };
        using Process bash = Process.Start(start)!;
        using var patience = new CancellationTokenSource(TimeSpan.FromSeconds(30));
        try
        {
            string said = await bash.StandardOutput.ReadToEndAsync(patience.Token);
            await bash.WaitForExitAsync(patience.Token);
            return (bash.ExitCode, said);
        }
        finally
        {
            if (!bash.HasExited)
            {
                bash.Kill(entireProcessTree: true);
            }
        }
    }
}
