using Spolium.Core.Accounts;
using Xunit;

namespace Spolium.Core.Tests.Accounts;

public class AccountNameTests
{
    [Fact]
    public void What_is_made_as_a_name_is_read_as_what_it_is()
    {
        Assert.Equal(new(AccountKind.Lot, "HL-1"), AccountName.Of(Account.Lot("HL-1")));
        Assert.Equal(new(AccountKind.Pool, "T1"), AccountName.Of(Account.Pool("T1")));
        Assert.Equal(new(AccountKind.Shelf, "N-1"), AccountName.Of(Account.Shelf("N-1")));
        Assert.Equal(new(AccountKind.Back, "26-01"), AccountName.Of(Account.Back("26-01")));
        Assert.Equal(new(AccountKind.Unaccounted, "batch/26-01"), AccountName.Of(Account.Unaccounted("batch/26-01")));
        Assert.Equal(new(AccountKind.Outside, "received"), AccountName.Of(Account.Received));
        var filter = AccountName.Of(Account.Holding("26-01", "4-clear/filter"));
        Assert.Equal((AccountKind.Holding, "26-01", "4-clear/filter", "filter"), (filter.Kind, filter.Id, filter.Holding, filter.Output));
        Assert.Equal("feed", AccountName.Of(Account.Holding("26-01", "feed")).Output);
        // An id with a slash in it stays whole.
        Assert.Equal("a/b", AccountName.Of(Account.Lot("a/b")).Id);
    }
}
