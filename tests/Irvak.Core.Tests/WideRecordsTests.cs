using Irvak.Structure;
using Irvak.Tests;

namespace Irvak.Core.Tests;

/// <summary>What is made of many parts names them where it is made. House style, no source outside.</summary>
public class WideRecordsTests
{
    [Fact]
    public void No_record_takes_more_than_eight_parts_by_position() => Assert.Empty(WideRecords.In(Repository.Root));
}
