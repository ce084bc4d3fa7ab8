using Irvak.Core.Places;

namespace Irvak.Core.Tests.Lanes;

public class CardFitTests
{
    /// <summary>A slot gives 75 W, a plug of 6 pins 75 W, one of 8 pins 150 W (PCI Express Card Electromechanical Specification 3.0, from
    /// memory); the plug of 16 pins gives up to 600 W (the same, 5.0, from memory).</summary>
    [Theory]
    [InlineData(75, null)]
    [InlineData(76, "6 pins")]
    [InlineData(150, "6 pins")]
    [InlineData(151, "8 pins")]
    [InlineData(225, "8 pins")]
    [InlineData(226, "two of 8 pins")]
    [InlineData(375, "two of 8 pins")]
    [InlineData(376, "16 pins")]
    public void What_a_slot_does_not_give_comes_by_the_smallest_plug_that_does(int watt, string? plug)
    {
        var findings = LaneBox.With((Place.Card("S1"), LaneRuleCases.Graphics with { Watt = watt })).Evaluate().Findings;
        var said = findings.SingleOrDefault(f => f.Rule.Code == "CARD-PLUG")?.Sentence;
        Assert.Equal(
            plug is null ? null : $"Tarrowby G2 takes {watt} W, [[card:S1]] gives 75 W: the rest comes by its own plug, {plug}.",
            said
        );
    }
}
