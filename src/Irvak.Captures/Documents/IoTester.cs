using Irvak.Core.Observations;
using Irvak.Core.Quantities;

namespace Irvak.Captures.Documents;

/// <summary>Result of the common I/O tester as JSON: <c>jobs[]</c> with read and write, bandwidth in KiB/s.</summary>
internal static class IoTester
{
    public static JsonReading? Read(JsonValue document)
    {
        if (
            document["jobs"] is not { IsArray: true } jobs
            || (document["fio version"] is null && !jobs.Items.Any(j => j["jobname"] is not null))
        )
            return null;
        var runs = jobs.Items.Take(1000).SelectMany(j => new[] { Run(j, "read"), Run(j, "write") }).OfType<SeenBenchmark>().ToList();
        return JsonReading.Of("benchmark", new Observation { Benchmarks = runs });
    }

    private static SeenBenchmark? Run(JsonValue job, string kind)
    {
        if (job[kind] is not { IsObject: true } side || side["io_bytes"]?.Long is null or 0)
            return null;
        var bytes = side["bw_bytes"]?.Double ?? side["bw"]?.Double * 1024;
        // Older versions count in microseconds.
        var latency = side.At("clat_ns.percentile")?["99.000000"]?.Double / 1e6 ?? side.At("clat.percentile")?["99.000000"]?.Double / 1e3;
        return new SeenBenchmark(
            job["jobname"]?.Text ?? "",
            kind,
            bytes is { } b ? Throughput.OfBytes(b) : null,
            side["iops"]?.Double,
            latency,
            job.Line
        );
    }
}
