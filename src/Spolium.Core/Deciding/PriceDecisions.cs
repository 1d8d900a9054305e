using Spolium.Core.Journal;
using Spolium.Core.Plans;
using Spolium.Core.Ways;

namespace Spolium.Core.Deciding;

/// <summary>What can be done with price lists.</summary>
public static class PriceDecisions
{
    public static Decision Keep(State state, PriceList list)
    {
        var errors = list.Check().ToList();
        if (state.Prices.Any(p => p.List.Id == list.Id))
            errors.Add(new("id", "this list is kept already", "keep it under a new id"));
        return errors.Count > 0 ? Decision.Refuse(errors) : Decision.Write(new PricesKept(list with { Title = list.Title.Trim() }));
    }
}
