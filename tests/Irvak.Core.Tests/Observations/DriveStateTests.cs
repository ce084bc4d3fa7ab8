using Irvak.Core.Observations;

namespace Irvak.Core.Tests.Observations;

/// <summary>Words of controllers for a drive's state. Common practice, no source.</summary>
public class DriveStateTests
{
    [Theory]
    [InlineData("Offline", true)]
    [InlineData("Offln", true)]
    [InlineData("FAILED", true)]
    [InlineData("Unconfigured (bad)", true)]
    [InlineData("UBad", true)]
    [InlineData("Predictive Failure", true)]
    [InlineData("missing", true)]
    [InlineData("Msng", true)]
    [InlineData("Error", true)]
    [InlineData("Media error", true)]
    [InlineData("No errors", false)]
    [InlineData("0 errors", false)]
    [InlineData("No fault", false)]
    [InlineData("Default", false)]
    [InlineData("Rebuilding", false)] // that is another thing
    [InlineData("Online", false)]
    [InlineData("Onln", false)]
    [InlineData("Unconfigured (good)", false)]
    [InlineData("Hot spare", false)]
    [InlineData("JBOD", false)]
    [InlineData("zonk", false)] // a word that is not known means nothing
    [InlineData("", false)]
    [InlineData(null, false)]
    public void Only_words_of_trouble_are_trouble(string? word, bool trouble) => Assert.Equal(trouble, DriveState.IsTrouble(word));

    [Theory]
    [InlineData("Rbld", true)]
    [InlineData("Rebuilding", true)]
    [InlineData("Cpybck", true)]
    [InlineData("Offline", false)]
    [InlineData(null, false)]
    public void A_drive_that_takes_anothers_place_is_being_filled(string? word, bool filling) =>
        Assert.Equal(filling, DriveState.IsFilling(word));
}
