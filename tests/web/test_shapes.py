"""What the API gives is what its schema says, and what the report makes."""

import jsonschema
from drf_spectacular.generators import SchemaGenerator

from tests.web.signed_in import WithDemo


class AsTheSchemaSays(WithDemo):
    @classmethod
    def setUpTestData(cls) -> None:
        super().setUpTestData()
        cls.schema = SchemaGenerator().get_schema(request=None, public=True)

    def holds(self, name: str, data: object, many: bool = False) -> None:
        components = _as_json_schema(self.schema["components"])
        shape = {"$ref": f"#/components/schemas/{name}"}
        whole = {"components": components, **({"type": "array", "items": shape} if many else shape)}
        jsonschema.Draft202012Validator(whole).validate(data)

    def test_answers(self) -> None:
        for path, name, many in (
            ("session/", "Session", False),
            ("rigs/", "Floor", False),
            ("fields/", "Field", True),
            ("catalogue/", "PartsOnOffer", False),
            ("catalogue/kinds/", "CatalogueKinds", False),
            ("catalogue/kits/", "CatalogueItems", False),
            ("catalogue/trailers/picks/?q=wren", "Picks", False),
        ):
            with self.subTest(path=path):
                self.holds(name, self.ask("GET", path)[1], many)

    def test_a_rig_and_its_live_answer(self) -> None:
        for customer in ("Haldis Okonjo", "Tobiah Renswick", "Ansel Trivedi-Holm"):
            _, record = self.ask("GET", f"rigs/{self.rig_of(customer).pk}/")
            self.holds("RigRecord", record)
            keys = ("is", "from", "system", "datum")
            entries = {
                path: {key: entry[key] for key in keys if key in entry} for path, entry in record["entries"].items()
            }
            draft = {"entries": entries, "rig": record["id"]}
            self.holds("Live", self.ask("POST", "assess/", draft)[1])
            self.holds("Live", self.ask("POST", "assess/", {**draft, "what_if": {"holes": 1, "softer": 20}})[1])
            self.holds("Compared", self.ask("POST", "compare/", draft)[1])
            self.holds("Compared", self.ask("POST", "compare/", {**draft, "vehicle": "Morvane Stoker one-ton"})[1])
            self.holds("WhichTrailers", self.ask("POST", "desk/trailers/", draft)[1])
            for side, other in (("trailers", "Saltgrass 20"), ("vehicles", "Morvane Stoker one-ton")):
                self.holds("Lot", self.ask("POST", "lot/", {**draft, "side": side})[1])
                reason = {**draft, "side": side, "name": other, "style": ""}
                self.holds("LotReasoned", self.ask("POST", "lot/reason/", reason)[1])

    def test_an_empty_rig(self) -> None:
        self.holds("Live", self.ask("POST", "assess/", {"entries": {}})[1])


def _as_json_schema(node: object) -> object:
    """OpenAPI 3.0's `nullable` in JSON Schema's own words; keys not declared are refused."""
    if isinstance(node, list):
        return [_as_json_schema(item) for item in node]
    if not isinstance(node, dict):
        return node
    made = {key: _as_json_schema(value) for key, value in node.items() if key != "nullable"}
    if made.get("type") == "object" and "properties" in made:
        made["additionalProperties"] = False
    return {"anyOf": [made, {"type": "null"}]} if node.get("nullable") else made
