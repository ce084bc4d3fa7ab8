using Irvak.Core.Observations;
using Irvak.Core.Survey;

namespace Irvak.Core.Tests.Survey;

/// <summary>By what captures of two machines are told apart. Common practice, no source: serial numbers are read first, names are written
/// in many ways.</summary>
public class MachineMarkTests
{
    private static MachineMark Mark(string? product, string? serial) => new("Halmund", product, serial);

    [Theory]
    // Of one kind of capture either of them tells, and the number is believed before the name.
    [InlineData("T4", "1", "T4", "2", true, true)]
    [InlineData("T4", "1", "T6", "1", true, false)]
    [InlineData("T4", "1", "T6", "2", true, true)]
    [InlineData("T4", null, "T6", "2", true, true)]
    [InlineData("T4", null, "T4", "2", true, false)]
    [InlineData(null, "1", "T4", "2", true, true)]
    [InlineData("T4", "a1", "t4", "A1", true, false)]
    // Between kinds both must differ.
    [InlineData("T4", "1", "T4", "2", false, false)]
    [InlineData("T4", "1", "T6", "1", false, false)]
    [InlineData("T4", "1", "T6", "2", false, true)]
    [InlineData("T4", null, "T6", "2", false, false)]
    // What tells nothing is of no other machine.
    [InlineData(null, null, "T4", "2", true, false)]
    public void Two_machines_are_told_apart(string? product, string? serial, string? product2, string? serial2, bool oneKind, bool another)
    {
        Assert.Equal(another, Mark(product, serial).IsAnother(Mark(product2, serial2), oneKind));
        Assert.Equal(another, Mark(product2, serial2).IsAnother(Mark(product, serial), oneKind));
    }

    [Theory]
    [InlineData("Halmund", "T4", "1", "Halmund T4, serial number 1")]
    [InlineData("Halmund", "Halmund T4", null, "Halmund T4")]
    [InlineData(null, "T4", " ", "T4")]
    [InlineData("Halmund", null, "1", "serial number 1")]
    [InlineData("Halmund", null, null, "")]
    public void A_mark_in_words(string? maker, string? product, string? serial, string words)
    {
        var mark = MachineMark.Of(
            new Observation
            {
                Maker = maker,
                Product = product,
                Serial = serial,
            }
        );
        Assert.Equal((words, words.Length > 0), (mark.Words, mark.TellsAny));
    }
}
