using Irvak.Core.Builds;
using Irvak.Core.Edits;
using Irvak.Core.Places;
using Irvak.Core.Sheets;
using Irvak.Core.Tests.Arrays;

namespace Irvak.Core.Tests.Drives;

/// <summary>What is not known of a module or of the place for it is said, and does not fit by itself. Definition: not known is not the
/// same as right; keys, lengths and heights: PCI Express M.2 specification.</summary>
public class PlaceOfModulesTests
{
    private static readonly DriveSheet Known = DriveBox.Module with { DoubleSided = true };

    private static readonly M2Place Whole = new("X", [80, 110], "×4 gen 3", "CPU 1", "M", ["NVMe"], 4, 3) { SingleSided = false };

    private static IEnumerable<string> Said(M2Place place, DriveSheet drive) =>
        Boards
            .Job(Boards.Server with { M2 = [place] }, "A1")
            .With(new Fit(Place.M2("X"), new Unit { Drive = drive, Source = "shelf" }))
            .Evaluate()
            .Findings.Where(f => f.Rule.Code is "DRV-UNKNOWN" or "M2-KEY" or "M2-LENGTH" or "M2-SIDES")
            .Select(f => f.Sentence);

    public static TheoryData<string, M2Place, DriveSheet> Untold =>
        new()
        {
            { "which notch the place takes is", Whole with { Key = null }, Known },
            { "where its stand-offs are is", Whole with { Lengths = [] }, Known },
            { "whether chips on both sides find room is", Whole with { SingleSided = null }, Known },
            { "its notch is", Whole, Known with { Key = null } },
            { "its length is", Whole, Known with { LengthMm = null } },
            { "which notch the place takes and where its stand-offs are are", Whole with { Key = null, Lengths = [] }, Known },
        };

    [Theory]
    [MemberData(nameof(Untold))]
    public void What_is_not_told_is_named(string what, M2Place place, DriveSheet drive) =>
        Assert.Equal($"Whether 500 GB NVMe works in [[m2:X]] is not known: {what} not told.", Assert.Single(Said(place, drive)));

    [Fact]
    public void Where_all_is_told_or_can_not_matter_nothing_is_said()
    {
        Assert.Empty(Said(Whole, Known));
        Assert.Empty(Said(Whole with { SingleSided = null }, Known with { DoubleSided = false }));
        // A module for the older socket has one length and needs no other notch.
        var mini = new M2Place("X", [], "SATA", Key: "msata", Protocols: ["SATA"]);
        Assert.Empty(
            Said(mini, Known with { Form = "msata", Key = null, LengthMm = null, Protocol = DriveProtocol.Sata, DoubleSided = null })
        );
    }
}
