using Irvak.Core.Aims;
using Irvak.Core.Arrays;
using Irvak.Core.Controllers;
using Irvak.Core.Edits;
using Irvak.Core.Places;
using Irvak.Core.Plans;
using Irvak.Core.Sheets;
using Irvak.Core.Tests.Arrays;
using Irvak.Core.Tests.Lanes;
using Irvak.Core.Tests.Verdicts;
using Irvak.Core.Verdicts;

namespace Irvak.Core.Tests.Paths;

/// <summary>A plan where each rule of paths applies, and a neighbour where it must not.</summary>
internal static class PathRuleCases
{
    private static readonly DriveSheet Quick = DriveBox.Flash with { Form = "3.5", LinkGbs = 6, ReadMBs = 550, WriteMBs = 500 };

    private static readonly MachineSheet Expanded = LaneBox.Sheet with
    {
        Bays = [LaneBox.Sheet.Bays[0] with { Expander = true, LinkGbs = [3, 6] }],
    };

    /// <summary>Drives behind an adapter in S1, as one array.</summary>
    internal static JobState Behind(
        int drives,
        DriveSheet drive,
        ArrayLevel level,
        MachineSheet? sheet = null,
        CardSheet? card = null,
        ArrayHost host = ArrayHost.Kernel,
        string slot = "S1",
        params (Place, CardSheet)[] more
    ) =>
        LaneBox
            .On(sheet ?? LaneBox.Sheet, [(Place.Card(slot), card ?? LaneBox.Adapter), .. more])
            .With([
                .. Enumerable.Range(1, drives).Select(n => (Edit)new Fit(Place.Bay($"{n}"), LaneBox.Drive(drive))),
                new WireBays("front", Place.Card(slot)),
            ])
            .Array(level, drives, host);

    private static readonly DriveSheet Disk = DriveBox.Disk with { LinkGbs = 6, ReadMBs = 250, WriteMBs = 240 };

    private static JobState Wish(int mbs) =>
        Behind(4, Disk, ArrayLevel.Stripe, more: (Place.Card("S2"), LaneBox.Network)).With(new SetWish(WishKind.ReadMBs, mbs));

    public static readonly IReadOnlyList<RuleCase> All =
    [
        new(
            "PATH-SHARED",
            Severity.Care,
            "Expander (×4 of 6 Gb/s) lets 2 208 MB/s of M through; its drives could do 6 600 MB/s.",
            Behind(12, Quick, ArrayLevel.Stripe, Expanded),
            Behind(4, Quick, ArrayLevel.Stripe, Expanded)
        ),
        new(
            "PATH-PINCH",
            Severity.Note,
            "M reads 1 000 MB/s: narrowest is drives, 4 of 4 drives at 250 MB/s; with that lifted 2 208 MB/s at drive links.",
            Behind(4, Disk, ArrayLevel.Stripe),
            Behind(12, Quick, ArrayLevel.Stripe, Expanded)
        ),
        new(
            "PATH-WISH",
            Severity.Care,
            "M reads 1 000 MB/s at the user’s end, 500 MB/s short of the wish "
                + "for 1 500 MB/s; narrowest is drives, 4 of 4 drives at 250 MB/s.",
            Wish(1500),
            Wish(1000)
        ),
        new(
            "PATH-TWICE",
            Severity.Note,
            "Writing to M sends every byte 2 times over Slot S4: 1 800 MB/s are left of 3 601 MB/s.",
            Behind(8, Quick, ArrayLevel.Pairs, slot: "S4"),
            Behind(
                8,
                Quick,
                ArrayLevel.Pairs,
                card: LaneBox.Adapter with
                {
                    Controller = LaneBox.Adapter.Controller! with { Levels = ["10"] },
                },
                host: ArrayHost.Controller,
                slot: "S4"
            )
        ),
    ];
}
