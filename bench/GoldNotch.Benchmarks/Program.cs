using System.Globalization;
using BenchmarkDotNet.Running;
using GoldNotch.Benchmarks;

if (args is ["preview", var address, var login, var password])
{
    return await PreviewLatency.RunAsync(new Uri(address), login, password);
}

switch (args)
{
    case ["pictures"]:
        return await PictureLatency.RunAsync();
    case ["pages", var address2, var login2, var password2]:
        return await PageLatency.RunAsync(new Uri(address2), login2, password2);
    case ["crowd", var address3, var login3, var password3, var people, var seconds]:
        return await Crowd.RunAsync(
            new Uri(address3),
            login3,
            password3,
            int.Parse(people, CultureInfo.InvariantCulture),
            int.Parse(seconds, CultureInfo.InvariantCulture)
        );
    case ["malformed", var address5, var login5, var password5, var count]:
        return await MalformedWrites.RunAsync(new Uri(address5), login5, password5, int.Parse(count, CultureInfo.InvariantCulture));
    case ["stream", var address4, var login4, var password4, var stopFile, .. var mode]:
        return await ReadingStream.RunAsync(new Uri(address4), login4, password4, stopFile, mode is not ["without-receipts"]);
}

BenchmarkSwitcher.FromAssembly(typeof(SheetBenchmarks).Assembly).Run(args);
return 0;
