using BenchmarkDotNet.Running;
using GoldNotch.Benchmarks;

if (args is ["preview", var address, var login, var password])
{
    return await PreviewLatency.RunAsync(new Uri(address), login, password);
}

BenchmarkSwitcher.FromAssembly(typeof(SheetBenchmarks).Assembly).Run(args);
return 0;
