import pytest


@pytest.mark.case("FERRY-841")
def test_hazard_class_is_printed_on_the_manifest(service):
    answer = service.ask("hazard", "Hazard class")
    assert answer.says("is printed on the manifest")


@pytest.mark.case("FERRY-841")
def test_hazard_class_is_printed_on_the_manifest_on_a_phone(service):
    answer = service.ask("hazard", "Hazard class")
    assert answer.says("is printed on the manifest on a phone")


@pytest.mark.case("FERRY-842")
def test_hazard_class_is_printed_on_the_manifest_for_a_part_load(service):
    answer = service.ask("hazard", "Hazard class")
    assert answer.says("is printed on the manifest for a part load")


@pytest.mark.case("FERRY-844")
def test_hazard_class_is_kept_from_heat(service):
    answer = service.ask("hazard", "Hazard class")
    assert answer.says("is kept from heat")


@pytest.mark.case("FERRY-845")
def test_hazard_class_is_kept_from_heat_for_a_part_load(service):
    answer = service.ask("hazard", "Hazard class")
    assert answer.says("is kept from heat for a part load")


@pytest.mark.case("FERRY-846")
def test_hazard_class_is_kept_from_heat_by_the_agent(service):
    answer = service.ask("hazard", "Hazard class")
    assert answer.says("is kept from heat by the agent")


@pytest.mark.case("FERRY-847")
def test_hazard_class_needs_a_second_signature(service):
    answer = service.ask("hazard", "Hazard class")
    assert answer.says("needs a second signature")


@pytest.mark.case("FERRY-847")
def test_hazard_class_needs_a_second_signature_with_two_crews_at_once(service):
    answer = service.ask("hazard", "Hazard class")
    assert answer.says("needs a second signature with two crews at once")


@pytest.mark.case("FERRY-848")
def test_hazard_class_needs_a_second_signature_for_a_part_load(service):
    answer = service.ask("hazard", "Hazard class")
    assert answer.says("needs a second signature for a part load")


@pytest.mark.case("FERRY-849")
def test_hazard_class_needs_a_second_signature_by_the_agent(service):
    answer = service.ask("hazard", "Hazard class")
    assert answer.says("needs a second signature by the agent")


def test_hazard_class_is_told_to_the_crew(service):
    answer = service.ask("hazard", "Hazard class")
    assert answer.says("is told to the crew")


@pytest.mark.case("FERRY-850")
def test_hazard_class_is_told_to_the_crew_on_a_phone(service):
    answer = service.ask("hazard", "Hazard class")
    assert answer.says("is told to the crew on a phone")


@pytest.mark.case("FERRY-851")
def test_hazard_class_is_told_to_the_crew_for_a_part_load(service):
    answer = service.ask("hazard", "Hazard class")
    assert answer.says("is told to the crew for a part load")


@pytest.mark.case("FERRY-851")
def test_hazard_class_is_told_to_the_crew_for_a_part_load_by_keyboard_alone(service):
    answer = service.ask("hazard", "Hazard class")
    assert answer.says("is told to the crew for a part load by keyboard alone")


def test_hazard_class_is_told_to_the_crew_by_the_agent(service):
    answer = service.ask("hazard", "Hazard class")
    assert answer.says("is told to the crew by the agent")


@pytest.mark.case("FERRY-853")
def test_limited_quantity_is_printed_on_the_manifest(service):
    answer = service.ask("hazard", "Limited quantity")
    assert answer.says("is printed on the manifest")


@pytest.mark.case("FERRY-853")
def test_limited_quantity_is_printed_on_the_manifest_by_keyboard_alone(service):
    answer = service.ask("hazard", "Limited quantity")
    assert answer.says("is printed on the manifest by keyboard alone")


@pytest.mark.case("FERRY-854")
def test_limited_quantity_is_printed_on_the_manifest_for_a_part_load(service):
    answer = service.ask("hazard", "Limited quantity")
    assert answer.says("is printed on the manifest for a part load")


@pytest.mark.case("FERRY-856")
def test_limited_quantity_is_kept_from_heat(service):
    answer = service.ask("hazard", "Limited quantity")
    assert answer.says("is kept from heat")


def test_limited_quantity_is_kept_from_heat_for_a_part_load(service):
    answer = service.ask("hazard", "Limited quantity")
    assert answer.says("is kept from heat for a part load")


@pytest.mark.case("FERRY-857")
def test_limited_quantity_is_kept_from_heat_by_the_agent(service):
    answer = service.ask("hazard", "Limited quantity")
    assert answer.says("is kept from heat by the agent")


@pytest.mark.case("FERRY-858")
def test_limited_quantity_needs_a_second_signature(service):
    answer = service.ask("hazard", "Limited quantity")
    assert answer.says("needs a second signature")


def test_limited_quantity_needs_a_second_signature_for_a_part_load(service):
    answer = service.ask("hazard", "Limited quantity")
    assert answer.says("needs a second signature for a part load")


@pytest.mark.case("FERRY-859")
def test_limited_quantity_needs_a_second_signature_for_a_part_load_by_keyboard_alone(service):
    answer = service.ask("hazard", "Limited quantity")
    assert answer.says("needs a second signature for a part load by keyboard alone")


@pytest.mark.case("FERRY-860")
def test_limited_quantity_needs_a_second_signature_by_the_agent(service):
    answer = service.ask("hazard", "Limited quantity")
    assert answer.says("needs a second signature by the agent")


@pytest.mark.case("FERRY-861")
def test_limited_quantity_is_told_to_the_crew(service):
    answer = service.ask("hazard", "Limited quantity")
    assert answer.says("is told to the crew")


@pytest.mark.case("FERRY-862")
def test_limited_quantity_is_told_to_the_crew_for_a_part_load(service):
    answer = service.ask("hazard", "Limited quantity")
    assert answer.says("is told to the crew for a part load")


@pytest.mark.case("FERRY-864")
def test_explosives_is_printed_on_the_manifest(service):
    answer = service.ask("hazard", "Explosives")
    assert answer.says("is printed on the manifest")


@pytest.mark.case("FERRY-865")
def test_explosives_is_printed_on_the_manifest_for_a_part_load(service):
    answer = service.ask("hazard", "Explosives")
    assert answer.says("is printed on the manifest for a part load")


@pytest.mark.case("FERRY-867")
def test_explosives_is_kept_from_heat(service):
    answer = service.ask("hazard", "Explosives")
    assert answer.says("is kept from heat")


@pytest.mark.case("FERRY-868")
def test_explosives_is_kept_from_heat_for_a_part_load(service):
    answer = service.ask("hazard", "Explosives")
    assert answer.says("is kept from heat for a part load")


@pytest.mark.case("FERRY-868")
def test_explosives_is_kept_from_heat_for_a_part_load_by_keyboard_alone(service):
    answer = service.ask("hazard", "Explosives")
    assert answer.says("is kept from heat for a part load by keyboard alone")


def test_explosives_is_kept_from_heat_by_the_agent(service):
    answer = service.ask("hazard", "Explosives")
    assert answer.says("is kept from heat by the agent")


@pytest.mark.case("FERRY-870")
def test_explosives_needs_a_second_signature(service):
    answer = service.ask("hazard", "Explosives")
    assert answer.says("needs a second signature")


@pytest.mark.case("FERRY-870")
def test_explosives_needs_a_second_signature_by_keyboard_alone(service):
    answer = service.ask("hazard", "Explosives")
    assert answer.says("needs a second signature by keyboard alone")


@pytest.mark.case("FERRY-871")
def test_explosives_needs_a_second_signature_for_a_part_load(service):
    answer = service.ask("hazard", "Explosives")
    assert answer.says("needs a second signature for a part load")


@pytest.mark.case("FERRY-872")
def test_explosives_needs_a_second_signature_by_the_agent(service):
    answer = service.ask("hazard", "Explosives")
    assert answer.says("needs a second signature by the agent")


def test_explosives_is_told_to_the_crew(service):
    answer = service.ask("hazard", "Explosives")
    assert answer.says("is told to the crew")


@pytest.mark.case("FERRY-874")
def test_explosives_is_told_to_the_crew_for_a_part_load(service):
    answer = service.ask("hazard", "Explosives")
    assert answer.says("is told to the crew for a part load")


@pytest.mark.case("FERRY-874")
def test_explosives_is_told_to_the_crew_for_a_part_load_by_keyboard_alone(service):
    answer = service.ask("hazard", "Explosives")
    assert answer.says("is told to the crew for a part load by keyboard alone")


@pytest.mark.case("FERRY-875")
def test_explosives_is_told_to_the_crew_by_the_agent(service):
    answer = service.ask("hazard", "Explosives")
    assert answer.says("is told to the crew by the agent")


@pytest.mark.case("FERRY-875")
def test_explosives_is_told_to_the_crew_by_the_agent_with_two_crews_at_once(service):
    answer = service.ask("hazard", "Explosives")
    assert answer.says("is told to the crew by the agent with two crews at once")


def test_lithium_batteries_is_printed_on_the_manifest(service):
    answer = service.ask("hazard", "Lithium batteries")
    assert answer.says("is printed on the manifest")


@pytest.mark.case("FERRY-877")
def test_lithium_batteries_is_printed_on_the_manifest_for_a_part_load(service):
    answer = service.ask("hazard", "Lithium batteries")
    assert answer.says("is printed on the manifest for a part load")


@pytest.mark.case("FERRY-878")
def test_lithium_batteries_is_printed_on_the_manifest_by_the_agent(service):
    answer = service.ask("hazard", "Lithium batteries")
    assert answer.says("is printed on the manifest by the agent")


@pytest.mark.case("FERRY-879")
def test_lithium_batteries_is_kept_from_heat(service):
    answer = service.ask("hazard", "Lithium batteries")
    assert answer.says("is kept from heat")


@pytest.mark.case("FERRY-879")
def test_lithium_batteries_is_kept_from_heat_by_keyboard_alone(service):
    answer = service.ask("hazard", "Lithium batteries")
    assert answer.says("is kept from heat by keyboard alone")


@pytest.mark.case("FERRY-880")
def test_lithium_batteries_is_kept_from_heat_for_a_part_load(service):
    answer = service.ask("hazard", "Lithium batteries")
    assert answer.says("is kept from heat for a part load")


@pytest.mark.case("FERRY-881")
def test_lithium_batteries_is_kept_from_heat_by_the_agent(service):
    answer = service.ask("hazard", "Lithium batteries")
    assert answer.says("is kept from heat by the agent")


@pytest.mark.case("FERRY-881")
def test_lithium_batteries_is_kept_from_heat_by_the_agent_with_two_crews_at_once(service):
    answer = service.ask("hazard", "Lithium batteries")
    assert answer.says("is kept from heat by the agent with two crews at once")


@pytest.mark.case("FERRY-882")
def test_lithium_batteries_needs_a_second_signature(service):
    answer = service.ask("hazard", "Lithium batteries")
    assert answer.says("needs a second signature")


@pytest.mark.case("FERRY-883")
def test_lithium_batteries_needs_a_second_signature_for_a_part_load(service):
    answer = service.ask("hazard", "Lithium batteries")
    assert answer.says("needs a second signature for a part load")


@pytest.mark.case("FERRY-884")
def test_lithium_batteries_needs_a_second_signature_by_the_agent(service):
    answer = service.ask("hazard", "Lithium batteries")
    assert answer.says("needs a second signature by the agent")


@pytest.mark.case("FERRY-884")
def test_lithium_batteries_needs_a_second_signature_by_the_agent_by_keyboard_alone(service):
    answer = service.ask("hazard", "Lithium batteries")
    assert answer.says("needs a second signature by the agent by keyboard alone")


@pytest.mark.case("FERRY-885")
def test_lithium_batteries_is_told_to_the_crew(service):
    answer = service.ask("hazard", "Lithium batteries")
    assert answer.says("is told to the crew")


def test_lithium_batteries_is_told_to_the_crew_for_a_part_load(service):
    answer = service.ask("hazard", "Lithium batteries")
    assert answer.says("is told to the crew for a part load")


@pytest.mark.case("FERRY-886")
def test_lithium_batteries_is_told_to_the_crew_by_the_agent(service):
    answer = service.ask("hazard", "Lithium batteries")
    assert answer.says("is told to the crew by the agent")
