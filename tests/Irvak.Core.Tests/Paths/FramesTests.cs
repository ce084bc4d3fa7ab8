using Irvak.Core.Aims;
using Irvak.Core.Arrays;
using Irvak.Core.Edits;
using Irvak.Core.Paths;
using Irvak.Core.Places;
using Irvak.Core.Plans;
using Irvak.Core.Sheets;
using Irvak.Core.Tests.Arrays;
using static Irvak.Core.Tests.Arrays.DriveBox;

namespace Irvak.Core.Tests.Paths;

/// <summary>
/// Payload of TCP over IPv4 with time stamps in frames of 1500 and 9000 bytes (IEEE 802.3: 38 bytes around each; RFC 9293, RFC 7323),
/// at the rates of the standard's amendments from 1 to 100 Gb/s.
/// </summary>
public class FramesTests
{
    private static JobState Over(double gbs) =>
        With(Disk with { ReadMBs = 250 }, Disk with { ReadMBs = 250 })
            .Array(ArrayLevel.Stripe, 2)
            .With(
                new Fit(
                    Place.Card("S1"),
                    new Core.Builds.Unit
                    {
                        Card = new()
                        {
                            Name = "Lumick",
                            Role = CardRole.Network,
                            Mech = 16,
                            Elec = 16,
                            Gen = 4,
                            Network = new(1, [gbs]),
                        },
                        Source = "shelf",
                    }
                )
            );

    private static double Line(JobState job) =>
        Math.Round(
            job.Evaluate()
                .Paths.Planned.Single()
                .Of(PathWay.Read)!
                .Stages.Single(s => s.Kind == StageKind.Network)
                .MBs!.Value.MegabytesPerSecond,
            1
        );

    [Theory]
    [InlineData(1, 117.7, 123.8)]
    [InlineData(2.5, 294.2, 309.4)]
    [InlineData(5, 588.4, 618.8)]
    [InlineData(10, 1176.9, 1237.6)]
    [InlineData(25, 2942.1, 3093.9)]
    [InlineData(40, 4707.4, 4950.2)]
    [InlineData(50, 5884.3, 6187.8)]
    [InlineData(100, 11768.5, 12375.5)]
    public void A_line_carries_so_much(double gbs, double usual, double large)
    {
        Assert.Equal(usual, Line(Over(gbs)));
        Assert.Equal(large, Line(Over(gbs).With(new SetFrames(true))));
        Assert.Equal(usual, Line(Over(gbs).With(new SetFrames(true), new SetFrames(false))));
    }

    [Fact]
    public void They_are_set_at_each_end_and_seen_to_pass()
    {
        var made = Over(10).With(new SetFrames(true)).Evaluate();
        Assert.Equal("Set frames of 9000 bytes on the line", made.Runbook.Steps.Single(s => s.Key == "net:frames").Title);
        Assert.Equal("9000 bytes", made.Expectations.Single(e => e.Key == "net.frames").Expected);
        Assert.DoesNotContain(Over(10).Evaluate().Runbook.Steps, s => s.Key == "net:frames");
        Assert.DoesNotContain(Over(10).Evaluate().Expectations, e => e.Key == "net.frames");
    }
}
