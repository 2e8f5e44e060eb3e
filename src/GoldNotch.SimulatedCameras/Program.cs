using System.Text.Json;
using GoldNotch.Core.Practice;
using GoldNotch.Core.StandIns;
using GoldNotch.Exchange;
using GoldNotch.SimulatedCameras;

// serve [--borrowed=SEED] FILE…   one device for each unit of the exchange files; where from --urls
// practice COUNT SEED FILE…       exercises made of the exchange files and done as a careful person does
// history SEED EACH FILE…         months of made-up checks as an exchange file on standard output
switch (args)
{
    case ["history", var seed, var each, .. var files]:
        ExchangeDocument past = History.Of(Read(files), History.Number(seed), History.Number(each));
        await using (Stream output = Console.OpenStandardOutput())
        {
            await JsonSerializer.SerializeAsync(output, past, ExchangeJson.Default.ExchangeDocument);
        }

        return 0;
    case ["practice", var draws, var from, .. var cards]:
        List<ExchangeDocument> read = Read(cards);
        PracticeTrialResult trial = PracticeTrial.Run(
            [.. read.SelectMany(d => d.Models ?? []).GroupBy(m => m.Key).Select(g => ModelReader.ToModel(g.MaxBy(m => m.Version)!))],
            [
                .. read.SelectMany(d => d.Standards ?? [])
                    .GroupBy(s => s.Key)
                    .Select(g => StandardReader.ToStandard(g.MaxBy(s => s.Version)!)),
            ],
            History.Number(draws),
            History.Number(from)
        );
        foreach (ExerciseKind kind in Enum.GetValues<ExerciseKind>())
        {
            Console.WriteLine($"{kind}: {trial.Made[kind]} made, {trial.NotMade[kind]} not, {trial.MostSteps[kind]} steps at most");
        }

        foreach (string fault in trial.Faults.Take(40))
        {
            Console.WriteLine(fault);
        }

        Console.WriteLine($"{trial.Faults.Length} faults");
        return trial.Faults.IsEmpty ? 0 : 1;
    case ["serve", .. var rest]:
        await StandInSite
            .Build(
                [.. rest.Where(a => a.StartsWith("--", StringComparison.Ordinal))],
                Read(rest.Where(a => !a.StartsWith("--", StringComparison.Ordinal)))
            )
            .RunAsync();
        return 0;
    default:
        await Console.Error.WriteLineAsync(
            "serve --urls=URL [--borrowed=SEED] FILE… | history SEED EACH FILE… | practice COUNT SEED FILE…"
        );
        return 2;
}

static List<ExchangeDocument> Read(IEnumerable<string> files) =>
    [.. files.Select(f => JsonSerializer.Deserialize(File.ReadAllBytes(f), ExchangeJson.Default.ExchangeDocument)!)];
