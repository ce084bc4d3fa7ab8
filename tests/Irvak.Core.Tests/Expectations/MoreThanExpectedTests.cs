using Irvak.Core.Arrays;
using Irvak.Core.Edits;
using Irvak.Core.Expectations;
using Irvak.Core.Lanes;
using Irvak.Core.Paths;
using Irvak.Core.Places;
using Irvak.Core.Sheets;

namespace Irvak.Core.Tests.Expectations;

/// <summary>More than expected, within what physics allows, is never a fault; causes belong to their line.</summary>
public sealed class MoreThanExpectedTests
{
    private static readonly CardSheet Carrier = new()
    {
        Name = "Halmund C2",
        Role = CardRole.Carrier,
        Elec = 8,
        Mech = 8,
        Gen = 3,
        Endpoints = [4, 4],
    };

    private static readonly DriveSheet Flash = new()
    {
        Media = DriveMedia.Flash,
        Protocol = DriveProtocol.Nvme,
        Form = "m.2",
        LengthMm = 80,
        Key = "M",
        Lanes = 4,
        Gen = 3,
        Bytes = 1_000_204_886_016,
        ReadMBs = 3500,
        WriteMBs = 3000,
    };

    /// <summary>Two striped flash drives of 3500 and 3000 MB/s on a slot divided 4+4: about 6900 read (common practice, no
    /// source).</summary>
    private static Evaluation Striped(params SeenLink[] links)
    {
        var sheet = Boards.Server with
        {
            Slots =
            [
                new(
                    "S1",
                    16,
                    8,
                    3,
                    "CPU 1",
                    Splits:
                    [
                        [4, 4],
                    ]
                ),
                new("S2", 16, 8, 3, "CPU 1"),
            ],
            Roots = [new("CPU 1", 16, 3)],
        };
        var job = Boards
            .Job(sheet, "A1")
            .With(new Fit(Place.Card("S1"), new() { Card = Carrier, Source = "shelf" }), new SetSplit("S1", [4, 4]));
        foreach (var m2 in job.Sheet!.M2.Where(m => m.On == "S1").Select(m => Place.M2(m.Id)).ToList())
            job = job.With(new Fit(m2, new() { Drive = Flash, Source = "shelf" }));
        var places = job.Planned.Units.Keys.Where(k => k.Kind == PlaceKind.M2).ToList();
        var q = job.With(new MakeArray(new("S", ArrayLevel.Stripe, places) { Scratch = true })).Ask();
        return Evaluation.Evaluate(q with { Lanes = q.Lanes with { Links = links } });
    }

    private static Expectation Reading(Evaluation e) => e.Expectations.Single(x => x.Key == "bench.S.read");

    [Fact]
    public void Two_striped_flash_drives_read_what_people_measure()
    {
        var line = Reading(Striped());
        Assert.True(line.Holds(6900), line.Expected);
        Assert.False(line.Holds(5500), line.Expected);
        // Twice four lanes of generation 3 carry 7876.9 MB/s on paper (PCI Express Base Specification): no drive behind them reads more.
        Assert.True(line.Holds(7870));
        Assert.False(line.Holds(7900));
    }

    [Fact]
    public void A_capture_of_a_larger_payload_counts_for_what_comes_in()
    {
        var usual = Striped().Paths.Planned.Single().Of(PathWay.Read)!.Stages.First(s => s.Kind != StageKind.Drives);
        var seen = Striped(new SeenLink(Place.Card("S2"), 8, 3, 8, 3, 512, null, null) { Line = 1 })
            .Paths.Planned.Single()
            .Of(PathWay.Read)!
            .Stages.First(s => s.Kind != StageKind.Drives);
        Assert.Contains("payload 256 as usual", usual.Detail);
        Assert.Contains("payload 512 by capture, of another card here", seen.Detail);
        Assert.True(seen.MBs > usual.MBs);
    }

    [Theory]
    [InlineData(1, 128)]
    [InlineData(2, 128)]
    [InlineData(3, 256)]
    [InlineData(4, 256)]
    [InlineData(5, 256)]
    [InlineData(6, 256)]
    // common practice, no source
    public void A_link_usually_agrees_on_so_much(int gen, int bytes) => Assert.Equal(bytes, LinkRates.UsualPayload(gen));

    private static Explanation Explained(Expectation line, string seen, double? value) =>
        Assert.Single(Diagnosis.Of(Boards.Server, Builds.Build.Empty, [new(line, LineState.Deviates, seen, "capture", value)]));

    [Theory]
    [InlineData("bench.S.read", "benchmark-low", 100)]
    [InlineData("bench.S.read", "benchmark-high", 99_999)]
    [InlineData("link.card:S1", "link-low", 1)]
    [InlineData("net.1", "line-differs", 1)]
    public void Causes_belong_to_their_line(string key, string pattern, double value)
    {
        var link = key.StartsWith("link", StringComparison.Ordinal);
        var said = Explained(
            new(key, "Benchmarks", "S, reading", "5000 to 7000 MB/s", 5000, 7000, "MB/s", link ? [Place.Card("S1")] : [])
            {
                Source = "test",
                Named = link ? "×8 gen 3" : null,
            },
            "other",
            value
        );
        Assert.Equal(pattern, said.Pattern);
        Assert.DoesNotContain(said.Causes, c =>
            c.Title.Contains("module not seated", StringComparison.OrdinalIgnoreCase)
            || c.Title.Contains("know the processor", StringComparison.Ordinal)
        );
    }

    [Fact]
    public void A_line_without_causes_of_its_own_says_so()
    {
        var said = Explained(new("something.else", "Somewhere", "A thing", "5", 5, 5, "", []) { Source = "test" }, "6", 6);
        Assert.Empty(said.Causes);
        Assert.Contains("no cause of its own is recorded", said.Sentence);
    }

    [Theory]
    [InlineData("bay:1", "tray")]
    [InlineData("m2:M1", "screw or latch")]
    public void Missing_drives_have_the_causes_of_their_kind_of_place(string place, string word)
    {
        var said = Explained(
            new("drives.1000", "Drives", "Drives of 1 TB", "1 drive", 1, 1, "drives", [Place.Parse(place)]) { Source = "test" },
            "0 drives",
            0
        );
        Assert.Contains(said.Causes, c => c.Title.Contains(word, StringComparison.Ordinal));
        Assert.Equal(place == "bay:1", said.Causes.Any(c => c.Title.Contains("tray", StringComparison.Ordinal)));
    }
}
