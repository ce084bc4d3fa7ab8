using CsCheck;
using Irvak.Core.Builds;
using Irvak.Core.Observations;
using Irvak.Core.Sheets;
using Irvak.Core.Survey;

namespace Irvak.Core.Tests.Survey;

/// <summary>Drives seen by several tools, and captures laid over each other.</summary>
public class JoinTests
{
    private static readonly Gen<SeenDrive> Drive = Gen.Select(Gen.Int[0, 5], Gen.Int[0, 5], Gen.Bool, Gen.Bool)
        .Select(
            (serial, path, hasSerial, hasPath) =>
                new SeenDrive
                {
                    Serial = hasSerial || !hasPath ? $"S{serial}" : null,
                    // A name in the system belongs to one serial number, as on a real machine.
                    Path = hasPath ? $"/dev/sd{(char)('a' + (hasSerial || !hasPath ? serial : path))}" : null,
                    Line = 1,
                }
        );

    [Fact]
    public void No_serial_number_stands_twice_after_joining() =>
        Drive
            .Array[0, 30]
            .Sample(drives =>
            {
                var joined = SeenDrives.Join([], drives);
                var serials = joined.Where(d => d.Serial is not null).Select(d => d.Serial!).ToList();
                Assert.Equal(serials.Distinct().Count(), serials.Count);
                Assert.Equal(drives.Where(d => d.Serial is not null).Select(d => d.Serial!).Distinct().Order(), serials.Order());
            });

    [Fact]
    public void Joining_again_changes_nothing() =>
        Drive
            .Array[0, 30]
            .Sample(drives =>
            {
                var once = SeenDrives.Join([], drives);
                var twice = SeenDrives.Join(once, once);
                Assert.Equal(once.Select(d => (d.Serial, d.Path)), twice.Select(d => (d.Serial, d.Path)));
            });

    [Fact]
    public void Facts_of_several_tools_come_together_in_one_drive()
    {
        var joined = Assert.Single(
            SeenDrives.Join(
                [
                    new SeenDrive
                    {
                        Serial = "S1",
                        Bay = "3",
                        Bytes = 4_000_787_030_016,
                        Uses = ["/srv"],
                    },
                ],
                [
                    new SeenDrive
                    {
                        Serial = "s1",
                        Path = "/dev/sda",
                        Rpm = 7200,
                        Rotational = true,
                        Health = new SeenHealth { Pending = 1 },
                        Uses = ["/srv", "/var"],
                    },
                ]
            )
        );
        Assert.Equal(("3", "/dev/sda", 7200, 1L), (joined.Bay, joined.Path, joined.Rpm!.Value, joined.Health!.Pending!.Value));
        Assert.Equal(["/srv", "/var"], joined.Uses);
        Assert.True(joined.InUse);
    }

    [Fact]
    public void What_a_newer_capture_does_not_tell_stands()
    {
        var old = new Observation
        {
            Serial = "SN",
            MemTotalKiB = 1,
            Load = new SeenLoad { AvailableKiB = 5, IdlePercent = 9 },
            Devices = [new SeenDevice { Locator = "A1" }],
            LogLines = 3,
            Faults = [new SeenFault("I/O error", 1)],
        };
        var over = Readings.Over(
            old,
            new Observation
            {
                MemTotalKiB = 2,
                Load = new SeenLoad { IdlePercent = 50 },
            }
        );
        Assert.Equal(
            ("SN", 2L, 5L, 50.0, 1, 1),
            (
                over.Serial,
                over.MemTotalKiB!.Value,
                over.Load!.AvailableKiB!.Value,
                over.Load.IdlePercent!.Value,
                over.Devices.Count,
                over.Faults.Count
            )
        );
        // A log read anew without a fault clears the old faults.
        Assert.Empty(Readings.Over(old, new Observation { LogLines = 10 }).Faults);
    }

    [Fact]
    public void Two_captures_apart_tell_what_is_written_a_day() // by the drive's own clock
    {
        var before = new SeenHealth { BytesWritten = 10_000_000_000_000, PowerOnHours = 1000 };
        Assert.Equal(240e9, ReadingDiff.WrittenADay(before, before with { BytesWritten = 10_480_000_000_000, PowerOnHours = 1048 }));
        Assert.Null(ReadingDiff.WrittenADay(before, before with { BytesWritten = 11_000_000_000_000 }));
        Assert.Null(ReadingDiff.WrittenADay(before, before with { BytesWritten = 9_000_000_000_000, PowerOnHours = 1048 }));
    }

    [Fact]
    public void A_draft_takes_slots_from_the_ports_where_the_firmware_lists_none()
    {
        var seen = new Observation
        {
            Devices = [new SeenDevice { Locator = "A1", SizeMiB = 0 }],
            Pci =
            [
                new SeenPci
                {
                    Address = "00:01.0",
                    Slot = "4",
                    BusFirst = 1,
                    BusLast = 1,
                    WidthMost = 8,
                    GenMost = 4,
                },
                new SeenPci { Address = "01:00.0", WidthMost = 4 },
            ],
            Drives =
            [
                new SeenDrive
                {
                    Serial = "E1",
                    Bay = "Bay 1",
                    Transport = "sata",
                    Rotational = true,
                },
            ],
        };
        var sheet = SheetDraft.From(seen)!;
        Assert.Equal(("S4", 8, 4), (Assert.Single(sheet.Slots).Id, sheet.Slots[0].Elec, sheet.Slots[0].Gen));
        Assert.Equal(("Bay 1", "SATA"), (Assert.Single(Assert.Single(sheet.Bays).Names), sheet.Bays[0].Bus));
        Assert.Empty(SheetCheck.Check(sheet));
    }

    [Theory]
    [InlineData(null, null, true)]
    [InlineData("X", null, false)]
    [InlineData("X", "x", true)]
    [InlineData("X", "Y", false)]
    public void The_same_serial_number_is_the_same_thing(string? a, string? b, bool same)
    {
        static Unit? Of(string? serial) =>
            serial is null
                ? null
                : new Unit
                {
                    Drive = new DriveSheet(),
                    Serial = serial,
                    Source = "t",
                };
        Assert.Equal(same, Contradictions.Same(Of(a), Of(b)));
    }

    [Theory]
    [InlineData(4_000_787_030_016, 4_000_000_000_000, true)] // a tool that rounds
    [InlineData(4_000_787_030_016, 3_638_000_000_000, false)]
    public void Rounded_sizes_of_drives_agree(long a, long b, bool same) =>
        Assert.Equal(
            same,
            Contradictions.Same(
                new Unit
                {
                    Drive = new() { Bytes = a },
                    Source = "t",
                },
                new Unit
                {
                    Drive = new() { Bytes = b },
                    Source = "t",
                }
            )
        );

    [Theory]
    [InlineData("firmware listing", "firmware listing")]
    [InlineData("firmware listing and system memory", "firmware listing|system memory")]
    [InlineData("block devices, drive health and software arrays", "block devices|drive health|software arrays")]
    public void A_name_of_several_captures_is_taken_apart(string by, string kinds) =>
        Assert.Equal(kinds, string.Join('|', SurveyFold.Kinds(by)));

    [Fact]
    public void Undoing_a_reading_brings_back_what_stood_before()
    {
        var state = Boards.Job(filled: "A1");
        var read = state.With(new ReadBefore(new Observation { HostName = "skarrow" }, "system"));
        Assert.Equal("skarrow", read.Seen.HostName);
        Assert.Empty(state.Readings);
        Assert.NotNull(Core.Plans.EditFold.Refusal(state, new ReadBefore(new Observation(), " ")));
    }
}
