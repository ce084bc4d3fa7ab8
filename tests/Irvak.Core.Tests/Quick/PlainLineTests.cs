using Irvak.Core.Aims;
using Irvak.Core.Quick;

namespace Irvak.Core.Tests.Quick;

/// <summary>Lines as people write them. What they mean is common practice, no source.</summary>
public sealed class PlainLineTests
{
    [Fact]
    public void A_line_tells_purpose_parts_place_use_and_reason()
    {
        const string Typed = "two 16 gb modules for the file share at mewstone, it swaps at night";
        var line = PlainLine.Of(Typed);
        Assert.Equal([Purpose.Memory], line.Purposes);
        Assert.Equal(["More memory", "2 × 16 GiB"], line.Read);
        Assert.Equal(["with ECC or not", "DIMM or SO-DIMM", "which rate"], line.NotSaid);
        Assert.Equal([("file share", false), ("mewstone", true)], line.Phrases.Select(p => (p.Text, p.IsPlace)));
        Assert.Equal("swaps at night", line.Reason);
        Assert.Equal("Mewstone, file share: more memory", line.Title);
        Assert.Equal("two 16 gb modules", Typed.Substring(line.Understood[0].Start, line.Understood[0].Length));
        Assert.Equal([16384, 16384], ModuleLines.Pieces(ModuleLines.Read(line.Modules)).Select(m => m.CapacityMiB ?? 0));
    }

    [Theory]
    [InlineData("more memory", "memory")]
    [InlineData("it swaps at night", "memory")]
    [InlineData("twelve drives into this box", "drives")]
    [InlineData("a new raid controller for the old array", "drives card")]
    [InlineData("raid controller", "card")]
    [InlineData("new boot drive", "boot")]
    [InlineData("it boots from a stick that is dead", "boot broken")]
    [InlineData("copying is too slow over the network", "path")]
    [InlineData("second processor", "processor")]
    [InlineData("a faster processor of the same socket", "processor")]
    [InlineData("a faster path to the users", "path")]
    [InlineData("faster memory", "memory")]
    [InlineData("a new array that survives two failures", "drives")]
    [InlineData("doesn't start, beeps three times", "broken")]
    [InlineData("won’t boot", "broken")]
    [InlineData("a failed drive", "drives broken")]
    [InlineData("refit everything, drives and memory", "everything")]
    [InlineData("more memory but no new drives", "memory")]
    [InlineData("to 64 gb", "memory")]
    [InlineData("room for 40 tb", "drives")]
    [InlineData("memory and two disks", "memory drives")]
    [InlineData("", "")]
    [InlineData("mewstone", "")]
    public void Words_tell_purposes(string typed, string purposes) =>
        Assert.Equal(purposes, string.Join(' ', PlainLine.Of(typed).Purposes.Select(p => p.ToString().ToLowerInvariant())));

    [Theory]
    [InlineData("4x16 for the nas", 4, 16)]
    [InlineData("2 × 32GB ECC 3200", 2, 32)]
    [InlineData("a 16 gb module", 1, 16)]
    [InlineData("one 8gb so-dimm", 1, 8)]
    [InlineData("a pair of 32 gb ddr4 rdimms", 2, 32)]
    [InlineData("16 x 64 gb registered modules", 16, 64)]
    [InlineData("24 16 gb modules", 24, 16)]
    [InlineData("two 16 gb 2666 so-dimms", 2, 16)] // "so" is no bin of the rate
    [InlineData("two 16gb ddr4 2666 ecc registered dimms", 2, 16)]
    public void Modules_are_read_as_their_labels(string typed, int count, int gib)
    {
        var read = ModuleLines.Pieces(ModuleLines.Read(PlainLine.Of(typed).Modules));
        Assert.Equal((count, count * gib * 1024), (read.Count, read.Sum(m => m.CapacityMiB ?? 0)));
    }

    [Theory]
    [InlineData("twelve 8 tb disks", 12, 8.0, "TB")]
    [InlineData("12 drives of 8 tb", 12, 8.0, "TB")]
    [InlineData("4 x 960 GB SATA SSDs", 4, 960.0, "GB")]
    [InlineData("four 7,68 tb nvme drives", 4, 7.68, "TB")]
    [InlineData("twelve drives", 12, null, "TB")]
    [InlineData("4 more disks", 4, null, "TB")]
    public void Drives_are_counted_with_their_size(string typed, int count, double? size, string unit)
    {
        var line = PlainLine.Of(typed);
        var drives = Assert.Single(line.Drives);
        Assert.Equal((count, size, unit), (drives.Count, drives.Size, drives.Unit));
        Assert.Null(line.Modules);
        Assert.Equal(size is null, line.NotSaid.Contains("how large the drives are"));
    }

    [Theory]
    [InlineData("to 64 gb", 64, null)]
    [InlineData("needs 512 gb of memory", 512, null)]
    [InlineData("64 gb ram", 64, null)]
    [InlineData("to 2 tb of ram", 2048, null)]
    [InlineData("16 gb more memory", null, null)] // more than what, nobody knows yet
    [InlineData("room for 40 tb", null, 40.0)]
    [InlineData("40,5 tb usable", null, 40.5)]
    [InlineData("20 TB at the least", null, 20.0)]
    [InlineData("20 tb or more", null, 20.0)]
    [InlineData("to 960 gb ssd", null, null)]
    [InlineData("twice the memory, 384 GB, as fast as it will go", 384, null)]
    [InlineData("more memory: 384 gb", 384, null)]
    [InlineData("40 tb", null, 40.0)]
    [InlineData("new disks, 40 tb", null, 40.0)]
    [InlineData("more memory, 2 tb", null, null)] // two thousand GiB, or a disk as well: nobody knows
    [InlineData("384 gb", null, null)] // of what, nobody said
    [InlineData("four 16 gb modules, 64 gb", null, null)] // what they come to
    [InlineData("0 tb", null, null)]
    public void A_total_is_a_wish(string typed, int? gib, double? tb)
    {
        var line = PlainLine.Of(typed);
        Assert.Equal((gib, tb), (line.WishGiB, line.SpaceTB));
    }

    [Theory]
    [InlineData("a new array that survives two failures, 20 TB at the least", 2)]
    [InlineData("two drives may fail", 2)]
    [InlineData("survives 1 failed disk", 1)]
    [InlineData("two drives", null)]
    public void Failures_to_survive_are_a_wish(string typed, int? failures)
    {
        var line = PlainLine.Of(typed);
        Assert.Equal(failures, line.Failures);
        Assert.Equal(failures is null, line.Drives.Count > 0);
    }

    [Theory]
    [InlineData("two 16 gb modules", "with ECC or not")]
    [InlineData("two 16 gb 2666 ecc modules", "unbuffered or registered")]
    [InlineData("two 16 gb 2666 registered modules", "")]
    [InlineData("two 16 gb 2666 ecc so-dimms", "")]
    public void What_is_not_said_of_modules_is_named(string typed, string missing) =>
        Assert.Equal(missing, PlainLine.Of(typed).NotSaid.FirstOrDefault(n => n is not ("which rate" or "DIMM or SO-DIMM")) ?? "");

    [Theory]
    [InlineData("more memory for sound 8", "Sound 8: more memory", "sound 8")]
    [InlineData("sound 8: more memory", "Sound 8: more memory", "sound 8")]
    [InlineData("more memory", "More memory", "")]
    [InlineData("mewstone", "Mewstone", "mewstone")]
    [InlineData("more memory, drives", "More memory, drives and arrays", "")]
    public void The_title_is_made_of_names_and_purposes(string typed, string title, string phrases)
    {
        var line = PlainLine.Of(typed);
        Assert.Equal((title, phrases), (line.Title, string.Join('|', line.Phrases.Select(p => p.Text))));
        Assert.Null(line.Reason);
    }

    [Fact]
    public void What_people_type_throws_nothing_and_stretches_lie_within_it()
    {
        foreach (var typed in new[] { null, " ", ",,,", "9999999x99999999 gb", new string('4', 5000), "4x16 4x16 4x16", "–—;:", "a\0b" })
        {
            var line = PlainLine.Of(typed);
            Assert.All(line.Understood, s => Assert.InRange(s.Start + s.Length, 1, Math.Min(typed!.Length, PlainLine.Most)));
            Assert.InRange(line.Title.Length, 0, 120);
        }
    }
}
