using CsCheck;
using Irvak.Captures.Simulated;
using Irvak.Core;
using Irvak.Core.Arrays;
using Irvak.Core.Builds;
using Irvak.Core.Edits;
using Irvak.Core.Evidence;
using Irvak.Core.Expectations;
using Irvak.Core.Places;
using Irvak.Core.Plans;
using Irvak.Core.Sheets;

namespace Irvak.Captures.Tests;

/// <summary>Planned arrays, made in the simulated machine, read from the kernel's status and compared with what was planned.</summary>
public class ArrayRoundTripTests
{
    private static readonly FirmwareFacts Facts = new("2.14", "06/12/2026", "SN-0001", "B");

    private static readonly DriveSheet Disk = new()
    {
        Model = "EK-N4",
        Media = DriveMedia.Disk,
        Protocol = DriveProtocol.Sata,
        Bytes = 4_000_787_030_016,
        Rpm = 7200,
        SectorBytes = 512,
        Class = "nearline",
    };

    private static readonly (ArrayLevel Level, int Least, int Step)[] Levels =
    [
        (ArrayLevel.Stripe, 2, 1),
        (ArrayLevel.Mirror, 2, 1),
        (ArrayLevel.Pairs, 4, 2),
        (ArrayLevel.Parity1, 3, 1),
        (ArrayLevel.Parity2, 4, 1),
    ];

    private static JobState Plan(int which, int more, bool second)
    {
        var sheet = RoundTripTests.Sheets.First(s => s.Id == "brannick-torr-32");
        var (level, least, step) = Levels[which];
        var count = Math.Min(8, least + (more * step));
        var state = EditFold.Apply(JobState.Start, new AdoptSheet(sheet), new Stamp("", default));
        Edit[] edits =
        [
            .. Enumerable
                .Range(1, count)
                .Select(n => new Fit(
                    Place.Bay($"{n}"),
                    new Unit
                    {
                        Drive = Disk,
                        Serial = $"S{n}",
                        Source = "shelf",
                    }
                )),
            new MakeArray(new("md5", level, [.. Enumerable.Range(1, count).Select(n => Place.Bay($"{n}"))]) { BackedUp = true }),
            .. second
                ? new Edit[]
                {
                    new Fit(Place.Bay("9"), new Unit { Drive = Disk, Source = "shelf" }),
                    new Fit(Place.Bay("10"), new Unit { Drive = Disk, Source = "shelf" }),
                    new MakeArray(new("md6", ArrayLevel.Mirror, [Place.Bay("9"), Place.Bay("10")])),
                }
                : [],
        ];
        return edits.Aggregate(state, (s, e) => EditFold.Apply(s, e, new Stamp("", default)));
    }

    private static IReadOnlyList<ComparedLine> Proved(JobState state, Func<string, string>? change = null)
    {
        var q = Question.Of(state, EvidenceBook.Empty, ShelfBook.Empty);
        var storage = new SimulatedMachine(q, Facts).Storage;
        var read = CaptureReader.Read((change ?? (t => t))(storage.BlockDevices() + storage.KernelArrays()));
        return
        [
            .. Comparison
                .Of(state.Sheet!, Evaluation.Evaluate(q).Expectations, read.Seen, state.Proof.Answers)
                .Where(l => ExpectedDrives.IsOne(l.Expected.Key)),
        ];
    }

    [Fact]
    public void Simulated_read_and_compared_nothing_deviates() =>
        Gen.Select(Gen.Int[0, 4], Gen.Int[0, 4], Gen.Bool)
            .Sample(
                (which, more, second) =>
                {
                    var lines = Proved(Plan(which, more, second));
                    Assert.Equal(second ? 3 : 2, lines.Count);
                    Assert.All(lines, l => Assert.Equal(LineState.AsExpected, l.State));
                },
                iter: 60
            );

    [Theory]
    [InlineData("active raid6", "active raid5", false)]
    [InlineData("[4/4]", "[4/3]", false)]
    [InlineData("unused", "unused", true)]
    public void Another_level_or_a_missing_member_shows(string from, string to, bool right)
    {
        var line = Proved(Plan(4, 0, false), t => t.Replace(from, to)).First(l => l.Expected.Key == "array.md5");
        Assert.Equal(right ? LineState.AsExpected : LineState.Deviates, line.State);
    }

    [Fact]
    public void A_drive_that_stays_silent_shows_in_the_count()
    {
        var state = Plan(4, 0, false);
        var q = Question.Of(state, EvidenceBook.Empty, ShelfBook.Empty);
        var without = new SimulatedMachine(q.Planning(q.Machine.Planned.Without(Place.Bay("4"))), Facts).Storage;
        var lines = Comparison.Of(
            state.Sheet!,
            Evaluation.Evaluate(q).Expectations,
            CaptureReader.Read(without.BlockDevices()).Seen,
            state.Proof.Answers
        );
        Assert.Equal("3 drives", lines.First(l => l.Expected.Key.StartsWith("drives.", StringComparison.Ordinal)).Seen);
    }
}
