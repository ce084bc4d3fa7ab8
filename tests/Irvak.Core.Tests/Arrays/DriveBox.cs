using Irvak.Core.Arrays;
using Irvak.Core.Builds;
using Irvak.Core.Edits;
using Irvak.Core.Observations;
using Irvak.Core.Places;
using Irvak.Core.Plans;
using Irvak.Core.Sheets;
using Irvak.Core.Survey;

namespace Irvak.Core.Tests.Arrays;

/// <summary>A machine with twelve bays, and drives for it.</summary>
internal static class DriveBox
{
    public const long TB = 1_000_000_000_000;

    public static readonly MachineSheet Sheet = Boards.Server with
    {
        Bays = [new("front", "3.5", "flat", [.. Enumerable.Range(1, 12).Select(n => $"{n}")], 4, "SAS, SATA", 26.1)],
        Slots = [new("S1", 16, 16, 4, "CPU 1")],
    };

    public static readonly DriveSheet Disk = new()
    {
        Model = "EK-N8",
        Media = DriveMedia.Disk,
        Protocol = DriveProtocol.Sata,
        Form = "3.5",
        Bytes = 8 * TB,
        Rpm = 7200,
        SectorBytes = 512,
        Class = "nearline",
        UnreadableExponent = 15,
        ErrorRecoveryLimit = true,
    };

    public static readonly DriveSheet Flash = new()
    {
        Model = "RV-E",
        Media = DriveMedia.Flash,
        Protocol = DriveProtocol.Sata,
        Form = "2.5",
        Bytes = 8 * TB,
        Rpm = 0,
        SectorBytes = 512,
        Class = "enterprise",
    };

    public static readonly DriveSheet Module = new()
    {
        Model = "RV-M",
        Media = DriveMedia.Flash,
        Protocol = DriveProtocol.Nvme,
        Form = "m.2",
        Bytes = 500_107_862_016,
        Key = "M",
        LengthMm = 80,
        Lanes = 4,
        Gen = 3,
    };

    public static Place Bay(int n) => Place.Bay($"{n}");

    public static Place[] Bays(int n) => [.. Enumerable.Range(1, n).Select(Bay)];

    /// <summary>Drives that come in, from bay 1 on.</summary>
    public static JobState With(params DriveSheet[] drives) =>
        Boards
            .Job(Sheet, "A1", "C1")
            .With([.. drives.Select((d, i) => (Edit)new Fit(Bay(i + 1), new Unit { Drive = d, Source = "shelf" }))]);

    public static JobState Disks(int n, Func<DriveSheet, DriveSheet>? last = null) =>
        With([.. Enumerable.Range(0, n).Select(i => i == n - 1 && last is not null ? last(Disk) : Disk)]);

    /// <summary>The same drives, found in the machine, members of nothing.</summary>
    public static JobState Found(int n, string? memberOf = null) =>
        Boards
            .Job(Sheet, "A1", "C1")
            .With(
                new RecordFound(
                    Enumerable
                        .Range(1, n)
                        .ToDictionary(Bay, i => (Unit?)
                                new Unit
                                {
                                    Drive = Disk,
                                    MemberOf = memberOf,
                                    Source = "listing",
                                }),
                    null,
                    "test"
                )
            );

    /// <summary>The same, members of an array that a capture tells; all of them in step unless told otherwise.</summary>
    public static JobState InArray(int n, string level, Func<SeenRaid, SeenRaid>? change = null) =>
        Found(n, "md0") is var state
            ? state with
            {
                Readings = state.Readings.SetItem(
                    "arrays",
                    new()
                    {
                        Raids =
                        [
                            (change ?? (r => r))(
                                new()
                                {
                                    Name = "md0",
                                    Level = level,
                                    State = "active",
                                    Wanted = n,
                                    Present = n,
                                }
                            ),
                        ],
                    }
                ),
            }
            : state;

    /// <summary>The same, with names in the system and the members that a capture lists.</summary>
    public static JobState InArray(int n, string level, params SeenMember[] members)
    {
        var state = InArray(n, level, r => r with { Members = members, Present = members.Count(m => m.Role == "active") });
        return state with
        {
            Found = state.Found.SetItems(
                Enumerable
                    .Range(1, n)
                    .Select(i => KeyValuePair.Create(Bay(i), state.Found[Bay(i)] with { SystemName = $"/dev/sd{(char)('a' + i - 1)}" }))
            ),
        };
    }

    /// <summary>One more drive for a bay, from the shelf.</summary>
    public static Fit New(int bay) => new(Bay(bay), new() { Drive = Disk with { Model = "EK-N8X" }, Source = "shelf" });

    public static JobState Array(
        this JobState state,
        ArrayLevel level,
        int members,
        ArrayHost host = ArrayHost.Kernel,
        Func<ArrayPlan, ArrayPlan>? change = null
    ) => state.With(new MakeArray((change ?? (p => p))(new ArrayPlan("M", level, Bays(members), host) { BackedUp = true })));

    public static JobState Controller(this JobState state, string? protection, params string[] levels) =>
        state.With(
            new Fit(
                Place.Card("S1"),
                new Unit
                {
                    Card = new()
                    {
                        Name = "Corvath R",
                        Role = CardRole.Controller,
                        Controller = new()
                        {
                            Levels = levels,
                            CacheMiB = protection is null ? null : 1024,
                            Protection = protection,
                        },
                    },
                    Source = "shelf",
                }
            )
        );
}
