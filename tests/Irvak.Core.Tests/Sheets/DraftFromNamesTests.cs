using Irvak.Core.Observations;
using Irvak.Core.Places;
using Irvak.Core.Plans;
using Irvak.Core.Sheets;
using Irvak.Core.Survey;

namespace Irvak.Core.Tests.Sheets;

/// <summary>What slot names tell, and what they don't. Names as firmware writers use them: common practice, no source.</summary>
public sealed class DraftFromNamesTests
{
    private static MachineSheet Draft(int processors, params (string Bank, string Locator, int GiB)[] slots) =>
        SheetDraft.From(
            new Observation
            {
                Product = "Box",
                Processors = [.. Enumerable.Range(1, processors).Select(i => new SeenProcessor($"CPU{i}", "Ostrel", true, i))],
                Arrays = [new("0x10", 64, slots.Length, null, true, 1)],
                Devices =
                [
                    .. slots.Select(s => new SeenDevice
                    {
                        ArrayHandle = "0x10",
                        Bank = s.Bank,
                        Locator = s.Locator,
                        SizeMiB = s.GiB * 1024,
                    }),
                ],
            }
        )!;

    private static string Shape(MachineSheet sheet) =>
        string.Join(" | ", sheet.Channels.Select(c => $"{c.Socket}/{c.Id}: {string.Join(' ', c.Slots)}"))
        + (sheet.Memory.ChannelsKnown ? "" : " (not known)");

    [Fact]
    public void A_processor_and_a_number_tell_no_channel() =>
        Assert.Equal(
            "CPU1/?1: PROC 1 DIMM 1 PROC 1 DIMM 3 | CPU2/?2: PROC 2 DIMM 1 PROC 2 DIMM 3 (not known)",
            Shape(Draft(2, ("", "PROC 1 DIMM 1", 8), ("", "PROC 1 DIMM 3", 0), ("", "PROC 2 DIMM 1", 8), ("", "PROC 2 DIMM 3", 0)))
        );

    [Fact]
    public void Two_letters_with_two_processors_are_the_processors() =>
        Assert.Equal(
            "CPU1/?1: A1 A2 A3 A4 A5 A6 A7 A8 | CPU2/?2: B1 B2 B3 B4 (not known)",
            Shape(
                Draft(2, [.. Enumerable.Range(1, 8).Select(i => ("", $"A{i}", 8)), .. Enumerable.Range(1, 4).Select(i => ("", $"B{i}", 8))])
            )
        );

    [Fact]
    public void Four_slots_of_one_letter_are_no_channel() =>
        Assert.Equal("CPU1/?: A1 A2 A3 A4 (not known)", Shape(Draft(1, [.. Enumerable.Range(1, 4).Select(i => ("", $"A{i}", 8))])));

    [Fact]
    public void Three_are() =>
        Assert.Equal(
            "CPU1/A: A1 A2 A3 | CPU1/B: B1 B2 B3",
            Shape(Draft(1, [.. "AB".SelectMany(c => Enumerable.Range(1, 3).Select(i => ("", $"{c}{i}", 8)))]))
        );

    [Fact]
    public void Channels_of_two_controllers_are_two_channels() =>
        Assert.Equal(
            "CPU1/1A: Controller0-ChannelA-DIMM0 | CPU1/1B: Controller0-ChannelB-DIMM0 "
                + "| CPU1/2A: Controller1-ChannelA-DIMM0 | CPU1/2B: Controller1-ChannelB-DIMM0",
            Shape(
                Draft(
                    1,
                    ("", "Controller0-ChannelA-DIMM0", 8),
                    ("", "Controller0-ChannelB-DIMM0", 0),
                    ("", "Controller1-ChannelA-DIMM0", 8),
                    ("", "Controller1-ChannelB-DIMM0", 0)
                )
            )
        );

    [Fact]
    public void The_far_slot_that_alone_is_filled_comes_first()
    {
        var sheet = Draft(
            1,
            ("P0 CHANNEL A", "DIMM 0", 0),
            ("P0 CHANNEL A", "DIMM 1", 8),
            ("P0 CHANNEL B", "DIMM 0", 0),
            ("P0 CHANNEL B", "DIMM 1", 8)
        );
        Assert.Equal("CPU1/A: P0 CHANNEL A DIMM 1 P0 CHANNEL A DIMM 0 | CPU1/B: P0 CHANNEL B DIMM 1 P0 CHANNEL B DIMM 0", Shape(sheet));
        var job = Boards.Job(sheet, "P0 CHANNEL A DIMM 1", "P0 CHANNEL B DIMM 1");
        Assert.DoesNotContain(job.Evaluate().Findings, f => f.Rule.Code is "MEM-FILL" or "MEM-FILL-ASK");
    }

    [Fact]
    public void Modules_of_an_array_that_is_not_listed_begin_a_job_all_the_same()
    {
        var sheet = SheetDraft.From(
            new Observation
            {
                Product = "Box",
                Arrays = [new("0x99", 64, 2, null, true, 1)],
                Devices =
                [
                    new()
                    {
                        ArrayHandle = "0x10",
                        Locator = "DIMM_A1",
                        SizeMiB = 8192,
                    },
                    new()
                    {
                        ArrayHandle = "0x10",
                        Locator = "DIMM_B1",
                        SizeMiB = 0,
                    },
                ],
            }
        )!;
        Assert.Equal(2, sheet.Channels.Sum(c => c.Slots.Count));
        Assert.Empty(SheetCheck.Check(sheet));
    }

    [Fact]
    public void Many_processors_of_one_core_are_asked_about_once()
    {
        var seen = new Observation
        {
            Product = "VM",
            Processors = [.. Enumerable.Range(0, 128).Select(i => new SeenProcessor($"CPU {i}", "Ostrel V", true, i))],
            Devices = [new() { Locator = "DIMM 0", SizeMiB = 65536 }],
        };
        var sheet = SheetDraft.From(seen)!;
        Assert.Single(sheet.Sockets);
        var job = EditFold.Apply(
            EditFold.Apply(JobState.Start, new AdoptSheet(sheet), Boards.Stamp),
            AsFound.From(sheet, seen, "listing"),
            Boards.Stamp
        );
        Assert.Equal("Ostrel V", job.Found[Place.Socket("CPU")].Processor!.Name);
        Assert.Single(UnknownRegister.Of(job), u => u.Path.StartsWith("processor.", StringComparison.Ordinal));
        // Eight is what boards hold.
        Assert.Equal(8, SheetDraft.From(seen with { Processors = [.. seen.Processors.Take(8)] })!.Sockets.Count);
    }
}
