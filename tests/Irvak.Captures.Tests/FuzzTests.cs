using System.Formats.Tar;
using System.IO.Compression;
using System.Text;
using CsCheck;
using Irvak.Captures.Documents;
using Irvak.Captures.Simulated;

namespace Irvak.Captures.Tests;

/// <summary>Whatever is done to a capture or an archive: a sentence, never an exception.</summary>
public class FuzzTests
{
    private static readonly byte[][] Samples = [.. Whole().Select(t => t is byte[] b ? b : Encoding.UTF8.GetBytes((string)t))];

    private static IEnumerable<object> Whole()
    {
        var machine = new SimulatedMachine(RoundTripTests.Of(RoundTripTests.Sheets[2], 7), new FirmwareFacts("1", "01/01/2026", "S", "A"));
        yield return machine.FirmwareListing();
        yield return machine.SystemMemory();
        yield return machine.Errors.Counters() + machine.Errors.Test();
        yield return machine.System.Pci();
        yield return machine.System.Processors(4);
        yield return machine.Storage.BlockDevices();
        yield return machine.Storage.NvmeList();
        yield return machine.Storage.KernelArrays();
        yield return machine.Storage.ControllerTable();
        foreach (var d in machine.Storage.Drives.Take(3))
            yield return machine.Storage.Health(d.Place, new() { PowerOnHours = 1 });
        yield return machine.Management.Resources("10.0.0.1");
        yield return machine.Management.ShellMemoryJson();
        yield return machine.Management.ShellMemoryCsv();
        yield return SimulatedSystem.Waiting(1, 2, 3) + SimulatedSystem.Load(1, 2, 3, 4) + SimulatedSystem.Log("EDAC MC0: 1 CE");
        yield return SimulatedSystem.Port("eth0", 1000, 100, 1000) + SimulatedSystem.Benchmark("b", 1, 2, 3);
        yield return machine.Bytes.FirmwareTables();
        yield return SpdChip.Ddr4(5, 0, 2, true, 6, 0, "MA-1", 1);
        yield return SpdChip.Ddr3(4, 1, 2, true, 10, "MA-2");
        yield return Tar(("a.txt", "MemTotal: 4096000 kB\n"), ("b.txt", "x"));
        yield return Zip(("a.txt", "MemTotal: 4096000 kB\n"));
    }

    private static byte[] Tar(params (string Name, string Text)[] files)
    {
        using var all = new MemoryStream();
        using (var gzip = new GZipStream(all, CompressionLevel.Fastest))
        using (var tar = new TarWriter(gzip))
            foreach (var (name, text) in files)
                tar.WriteEntry(
                    new PaxTarEntry(TarEntryType.RegularFile, name) { DataStream = new MemoryStream(Encoding.UTF8.GetBytes(text)) }
                );
        return all.ToArray();
    }

    private static byte[] Zip(params (string Name, string Text)[] files)
    {
        using var all = new MemoryStream();
        using (var zip = new ZipArchive(all, ZipArchiveMode.Create, true))
            foreach (var (name, text) in files)
            {
                using var entry = zip.CreateEntry(name).Open();
                entry.Write(Encoding.UTF8.GetBytes(text));
            }
        return all.ToArray();
    }

    private static void Survives(byte[] bytes)
    {
        if (Archive.Looks(bytes))
        {
            var (files, problem) = Archive.Read(bytes);
            Assert.True(files.Count > 0 != problem is not null);
            return;
        }
        var reading = CaptureReader.Read(bytes);
        Assert.NotEmpty(reading.Sentence);
        Assert.InRange(reading.Used, 0, reading.Lines);
        if (DriveTable.Preview(CaptureReader.Text(bytes)) is { } table)
            Assert.NotEmpty(DriveTable.Read(CaptureReader.Text(bytes), table.Guess).Sentence);
    }

    [Fact]
    public void Cuts_flips_and_joins() =>
        Gen.Select(
                Gen.Int[0, Samples.Length - 1],
                Gen.Int[0, Samples.Length - 1],
                Gen.Double[0, 1],
                Gen.Double[0, 1],
                Gen.Byte.Array[0, 12],
                Gen.Int[0, 1 << 20]
            )
            .Sample(
                (a, b, cut, from, noise, at) =>
                {
                    byte[] bytes = [.. Samples[a][..(int)(Samples[a].Length * cut)], .. Samples[b][(int)(Samples[b].Length * from)..]];
                    for (var i = 0; i < noise.Length && bytes.Length > 0; i++)
                        bytes[(at * (i + 7L) + i * 131L) % bytes.Length] = noise[i];
                    Survives(bytes);
                },
                iter: 3000
            );

    [Fact]
    public void Line_ends_and_encodings_change_nothing_that_is_read()
    {
        foreach (var sample in Samples.Where(s => !Encodings.LooksBinary(s)))
        {
            var text = Encoding.UTF8.GetString(sample);
            var plain = CaptureReader.Read(sample);
            foreach (
                var other in new[]
                {
                    Encoding.UTF8.GetBytes(text.ReplaceLineEndings("\r\n")),
                    Encoding.Unicode.GetPreamble().Concat(Encoding.Unicode.GetBytes(text)).ToArray(),
                    Encoding.UTF8.GetPreamble().Concat(sample).ToArray(),
                    Encoding.Latin1.GetBytes(text),
                }
            )
            {
                var read = CaptureReader.Read(other);
                Assert.Equal((plain.Kind, plain.Used, plain.Lines), (read.Kind, read.Used, read.Lines));
            }
        }
    }

    [Fact]
    public void Documents_500_levels_deep_and_endless_lists_are_survived()
    {
        Survives(Encoding.ASCII.GetBytes(string.Concat(Enumerable.Repeat("{\"a\":", 500)) + "1" + new string('}', 500)));
        Survives(Encoding.ASCII.GetBytes(new string('[', 500_000)));
        Survives(Encoding.ASCII.GetBytes("[" + string.Join(",", Enumerable.Repeat("{\"blockdevices\":[]}", 200_000)) + "]"));
        Survives(Encoding.ASCII.GetBytes("\"a\",\"b\"\n" + new string('"', 1_000_000)));
        Survives(Encoding.ASCII.GetBytes("a;b\n" + new string(';', 2_000_000)));
    }

    public static TheoryData<string, byte[]> EightMebibytes()
    {
        var data = new TheoryData<string, byte[]>();
        for (var i = 0; i < Samples.Length; i++)
            if (Samples[i].Length is > 0 and <= CaptureReader.MostBytes && !Archive.Looks(Samples[i]))
                data.Add($"sample {i}", Filled(Samples[i]));
        foreach (
            var hostile in new[]
            {
                "[",
                "{\"a\":[1,",
                "a,b\n",
                "\"\"\"\",",
                ";",
                "\n",
                "Handle 0x0001\n",
                "md0 : active raid1 a[0]\n",
                "Size: 1 GB\n\tSize: 1\n",
                "00:00.0 x [0604]: y [1234:5678]\n",
                "Settings for a:\n",
            }
        )
            data.Add(hostile, Filled(Encoding.UTF8.GetBytes(hostile)));
        return data;
    }

    private static byte[] Filled(byte[] sample)
    {
        var bytes = new byte[CaptureReader.MostBytes];
        for (var at = 0; at < bytes.Length; at += sample.Length)
            sample.AsSpan(0, Math.Min(sample.Length, bytes.Length - at)).CopyTo(bytes.AsSpan(at));
        return bytes;
    }

    /// <summary>What is allocated in all is at least what is held at once.</summary>
    [Theory, MemberData(nameof(EightMebibytes))]
    public void The_largest_capture_of_anything_takes_less_than_256_MiB(string name, byte[] bytes)
    {
        var before = GC.GetAllocatedBytesForCurrentThread();
        var reading = CaptureReader.Read(bytes);
        var allocated = GC.GetAllocatedBytesForCurrentThread() - before;
        Assert.True(allocated is > 0 and < 256L << 20, $"{name}: {allocated >> 20} MiB");
        Assert.NotEmpty(reading.Sentence);
    }

    [Fact]
    public void An_archive_that_unpacks_without_end_is_refused()
    {
        var huge = new string('x', 9 * 1024 * 1024);
        Assert.Contains("larger than one capture", Archive.Read(Zip(("big.txt", huge))).Problem);
        Assert.Contains("larger than one capture", Archive.Read(Tar(("big.txt", huge))).Problem);
        var many = Enumerable.Range(0, 12).Select(i => ($"{i}.txt", new string('x', 7 * 1024 * 1024))).ToArray();
        Assert.Contains("64 MiB", Archive.Read(Zip(many)).Problem);
        Assert.Contains("more than 256 files", Archive.Read(Zip([.. Enumerable.Range(0, 300).Select(i => ($"{i}.txt", "x"))])).Problem);
    }

    [Fact]
    public void Names_that_climb_out_of_the_archive_are_only_names()
    {
        var (files, problem) = Archive.Read(Zip(("../../etc/passwd", "MemTotal: 4096000 kB\n"), ("C:\\x\\y.txt", "MemTotal: 1 kB\n")));
        Assert.Null(problem);
        Assert.Equal(["passwd", "y.txt"], files.Select(f => f.Name));
        Assert.Equal(4_096_000, files[0].Reading.Seen.MemTotalKiB);
    }

    [Fact]
    public void Links_in_an_archive_are_passed_over()
    {
        using var all = new MemoryStream();
        using (var tar = new TarWriter(all, true))
        {
            tar.WriteEntry(new PaxTarEntry(TarEntryType.SymbolicLink, "a.txt") { LinkName = "/etc/shadow" });
            tar.WriteEntry(
                new PaxTarEntry(TarEntryType.RegularFile, "b.txt") { DataStream = new MemoryStream("MemTotal: 8 kB\n"u8.ToArray()) }
            );
        }
        Assert.Equal(["b.txt"], Archive.Read(all.ToArray()).Files.Select(f => f.Name));
    }

    [Fact]
    public void An_archive_in_an_archive_is_not_opened()
    {
        using var all = new MemoryStream();
        using (var zip = new ZipArchive(all, ZipArchiveMode.Create, true))
        using (var entry = zip.CreateEntry("in.zip").Open())
            entry.Write(Zip(("a.txt", "MemTotal: 1 kB\n")));
        Assert.False(Assert.Single(Archive.Read(all.ToArray()).Files).Reading.IsUsable);
    }

    [Fact]
    public void One_file_packed_with_gzip_is_one_capture()
    {
        using var all = new MemoryStream();
        using (var gzip = new GZipStream(all, CompressionLevel.Fastest))
            gzip.Write("MemTotal: 4096000 kB\n"u8);
        Assert.Equal(4_096_000, Assert.Single(Archive.Read(all.ToArray()).Files).Reading.Seen.MemTotalKiB);
    }
}
