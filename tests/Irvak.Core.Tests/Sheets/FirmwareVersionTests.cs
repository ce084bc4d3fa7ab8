using Irvak.Core.Sheets;

namespace Irvak.Core.Tests.Sheets;

/// <summary>Versions count by their numbers, not by their letters. Common practice, no source.</summary>
public sealed class FirmwareVersionTests
{
    [Theory]
    [InlineData("11.2", "11.5", true)]
    [InlineData("11.5", "11.5", false)]
    [InlineData("11.5.0", "11.5", false)]
    [InlineData("11.5", "11.5.1", true)]
    [InlineData("9.9", "11.0", true)]
    [InlineData("v12.0", "11.9", false)]
    [InlineData(" 11.2 ", "V11.3", true)]
    [InlineData("13.2.0.2134", "13.2.0.999", false)]
    [InlineData("beta 2", "11.5", null)]
    [InlineData("11.", "11.5", null)]
    [InlineData("", "11.5", null)]
    [InlineData(null, "11.5", null)]
    [InlineData("-1", "11.5", null)]
    public void Older_by_numbers(string? version, string than, bool? older) => Assert.Equal(older, FirmwareVersion.IsOlder(version, than));
}
