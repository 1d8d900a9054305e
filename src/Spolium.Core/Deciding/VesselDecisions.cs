using Spolium.Core.Journal;

namespace Spolium.Core.Deciding;

/// <summary>Vessels get a name and a tare, and break.</summary>
public static class VesselDecisions
{
    public static Decision NameVessel(State state, string id, string kind, double nominalMl, TypedNumber? tare)
    {
        var errors = new List<FieldError>();
        if (string.IsNullOrWhiteSpace(id) || state.Vessels.ContainsKey(id.Trim()))
            errors.Add(new("vesselId", "the code is empty or taken", "write one such as B4"));
        if (Vessels.Vessel.Find(kind, nominalMl) is null)
            errors.Add(
                new("kind", $"there is no {kind} of {FigureText.Number(nominalMl, 0)} mL among the usual vessels", "choose one of the list")
            );
        return errors.Count > 0 ? Decision.Refuse(errors) : Decision.Write(new VesselNamed(id.Trim(), kind, nominalMl, tare));
    }

    public static Decision LoseVessel(State state, string id, string why) =>
        !state.Vessels.ContainsKey(id) ? Decision.Refuse("vesselId", "there is no such vessel", "choose one of the list")
        : string.IsNullOrWhiteSpace(why) ? Decision.Refuse("why", "say what became of it", "broken, given away")
        : Decision.Write(new VesselGone(id, why.Trim()));
}
