using Spolium.Core.Journal;

namespace Spolium.Core.Deciding;

/// <summary>Licences of the shop are written down and end; its limits are set lower.</summary>
public static class LicenceDecisions
{
    public static Decision Hold(
        State state,
        string id,
        string number,
        string holder,
        IReadOnlyList<string> scope,
        DateOnly from,
        DateOnly until
    )
    {
        var errors = new List<FieldError>();
        if (string.IsNullOrWhiteSpace(id) || state.Licences.ContainsKey(id))
            errors.Add(new("licenceId", "the id is empty or taken", "a new one for each licence"));
        if (string.IsNullOrWhiteSpace(number))
            errors.Add(new("number", "a licence has a number", "write it as it stands on the paper"));
        if (string.IsNullOrWhiteSpace(holder))
            errors.Add(new("holder", "a licence names who holds it", "write the name on the paper"));
        if (scope.Count == 0 || scope.Any(s => LicenceScope.Find(s) is null))
            errors.Add(new("scope", "it is not said what it covers", "choose at least one of the list"));
        if (until < from)
            errors.Add(new("until", $"it would end on {until:yyyy-MM-dd}, before it begins", "its last day"));
        return errors.Count > 0
            ? Decision.Refuse(errors)
            : Decision.Write(new LicenceHeld(id, number.Trim(), holder.Trim(), [.. scope.Distinct()], from, until));
    }

    public static Decision End(State state, string id, string why) =>
        state.Licences.GetValueOrDefault(id) is not { } licence
            ? Decision.Refuse("licenceId", "there is no such licence", "choose one of the list")
        : licence.Ended is not null ? Decision.Refuse("licenceId", "it has ended already", "nothing is left to do")
        : string.IsNullOrWhiteSpace(why) ? Decision.Refuse("why", "say why", "given back, taken away, typed wrongly")
        : Decision.Write(new LicenceEnded(id, why.Trim()));

    public static Decision Lower(string id, TypedNumber most) =>
        WorkLimit.Find(id) is not { } limit ? Decision.Refuse("limitId", "there is no such limit", "choose one of the list")
        : most.Field != limit.Field || most.Value < 0
            ? Decision.Refuse("most", "that is no amount of it", $"such as {limit.Words(limit.Most / 2)}")
        : most.Value > limit.Most
            ? Decision.Refuse(
                "most",
                $"more than {limit.Words(limit.Most)} wants a licence: a shop may lower it, never raise it",
                $"at most {limit.Words(limit.Most)}"
            )
        : Decision.Write(new LimitLowered(id, most));
}
