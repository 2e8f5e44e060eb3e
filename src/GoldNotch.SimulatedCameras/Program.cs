using System.Text.Json;
using GoldNotch.Exchange;
using GoldNotch.SimulatedCameras;

// serve [--borrowed=SEED] FILE…   one device for each unit of the exchange files; where from --urls
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
    case ["serve", .. var rest]:
        await StandInSite
            .Build(
                [.. rest.Where(a => a.StartsWith("--", StringComparison.Ordinal))],
                Read(rest.Where(a => !a.StartsWith("--", StringComparison.Ordinal)))
            )
            .RunAsync();
        return 0;
    default:
        await Console.Error.WriteLineAsync("serve --urls=URL [--borrowed=SEED] FILE… | history SEED EACH FILE…");
        return 2;
}

static List<ExchangeDocument> Read(IEnumerable<string> files) =>
    [.. files.Select(f => JsonSerializer.Deserialize(File.ReadAllBytes(f), ExchangeJson.Default.ExchangeDocument)!)];
