import pytest


@pytest.mark.case("FERRY-797")
def test_empty_container_is_accepted(service):
    answer = service.ask("containers", "Empty container")
    assert answer.says("is accepted")


@pytest.mark.case("FERRY-798")
def test_empty_container_is_accepted_for_a_part_load(service):
    answer = service.ask("containers", "Empty container")
    assert answer.says("is accepted for a part load")


@pytest.mark.case("FERRY-798")
def test_empty_container_is_accepted_for_a_part_load_by_keyboard_alone(service):
    answer = service.ask("containers", "Empty container")
    assert answer.says("is accepted for a part load by keyboard alone")


@pytest.mark.case("FERRY-799")
def test_empty_container_is_accepted_by_the_agent(service):
    answer = service.ask("containers", "Empty container")
    assert answer.says("is accepted by the agent")


def test_empty_container_is_weighed_per_hold(service):
    answer = service.ask("containers", "Empty container")
    assert answer.says("is weighed per hold")


@pytest.mark.case("FERRY-801")
def test_empty_container_is_weighed_per_hold_for_a_part_load(service):
    answer = service.ask("containers", "Empty container")
    assert answer.says("is weighed per hold for a part load")


@pytest.mark.case("FERRY-801")
def test_empty_container_is_weighed_per_hold_for_a_part_load_by_keyboard_alone(service):
    answer = service.ask("containers", "Empty container")
    assert answer.says("is weighed per hold for a part load by keyboard alone")


@pytest.mark.case("FERRY-802")
def test_empty_container_is_weighed_per_hold_by_the_agent(service):
    answer = service.ask("containers", "Empty container")
    assert answer.says("is weighed per hold by the agent")


@pytest.mark.case("FERRY-803")
def test_empty_container_keeps_its_seal_number(service):
    answer = service.ask("containers", "Empty container")
    assert answer.says("keeps its seal number")


def test_empty_container_keeps_its_seal_number_for_a_part_load(service):
    answer = service.ask("containers", "Empty container")
    assert answer.says("keeps its seal number for a part load")


def test_empty_container_keeps_its_seal_number_by_the_agent(service):
    answer = service.ask("containers", "Empty container")
    assert answer.says("keeps its seal number by the agent")


@pytest.mark.case("FERRY-804")
def test_empty_container_is_listed_for_the_port(service):
    answer = service.ask("containers", "Empty container")
    assert answer.says("is listed for the port")


@pytest.mark.case("FERRY-804")
def test_empty_container_is_listed_for_the_port_by_keyboard_alone(service):
    answer = service.ask("containers", "Empty container")
    assert answer.says("is listed for the port by keyboard alone")


@pytest.mark.case("FERRY-805")
def test_empty_container_is_listed_for_the_port_for_a_part_load(service):
    answer = service.ask("containers", "Empty container")
    assert answer.says("is listed for the port for a part load")


@pytest.mark.case("FERRY-806")
def test_empty_container_is_listed_for_the_port_by_the_agent(service):
    answer = service.ask("containers", "Empty container")
    assert answer.says("is listed for the port by the agent")


@pytest.mark.case("FERRY-807")
def test_reefer_container_is_accepted(service):
    answer = service.ask("containers", "Reefer container")
    assert answer.says("is accepted")


@pytest.mark.case("FERRY-808")
def test_reefer_container_is_accepted_for_a_part_load(service):
    answer = service.ask("containers", "Reefer container")
    assert answer.says("is accepted for a part load")


@pytest.mark.case("FERRY-809")
def test_reefer_container_is_accepted_by_the_agent(service):
    answer = service.ask("containers", "Reefer container")
    assert answer.says("is accepted by the agent")


@pytest.mark.case("FERRY-810")
def test_reefer_container_is_weighed_per_hold(service):
    answer = service.ask("containers", "Reefer container")
    assert answer.says("is weighed per hold")


@pytest.mark.case("FERRY-812")
def test_reefer_container_is_weighed_per_hold_by_the_agent(service):
    answer = service.ask("containers", "Reefer container")
    assert answer.says("is weighed per hold by the agent")


@pytest.mark.case("FERRY-812")
def test_reefer_container_is_weighed_per_hold_by_the_agent_with_two_crews_at_once(service):
    answer = service.ask("containers", "Reefer container")
    assert answer.says("is weighed per hold by the agent with two crews at once")


@pytest.mark.case("FERRY-813")
def test_reefer_container_keeps_its_seal_number(service):
    answer = service.ask("containers", "Reefer container")
    assert answer.says("keeps its seal number")


@pytest.mark.case("FERRY-815")
def test_reefer_container_keeps_its_seal_number_by_the_agent(service):
    answer = service.ask("containers", "Reefer container")
    assert answer.says("keeps its seal number by the agent")


@pytest.mark.case("FERRY-816")
def test_reefer_container_is_listed_for_the_port(service):
    answer = service.ask("containers", "Reefer container")
    assert answer.says("is listed for the port")


@pytest.mark.case("FERRY-817")
def test_reefer_container_is_listed_for_the_port_for_a_part_load(service):
    answer = service.ask("containers", "Reefer container")
    assert answer.says("is listed for the port for a part load")


@pytest.mark.case("FERRY-818")
def test_reefer_container_is_listed_for_the_port_by_the_agent(service):
    answer = service.ask("containers", "Reefer container")
    assert answer.says("is listed for the port by the agent")


@pytest.mark.case("FERRY-819")
def test_tank_container_is_accepted(service):
    answer = service.ask("containers", "Tank container")
    assert answer.says("is accepted")


@pytest.mark.case("FERRY-819")
def test_tank_container_is_accepted_with_two_crews_at_once(service):
    answer = service.ask("containers", "Tank container")
    assert answer.says("is accepted with two crews at once")


@pytest.mark.case("FERRY-820")
def test_tank_container_is_accepted_for_a_part_load(service):
    answer = service.ask("containers", "Tank container")
    assert answer.says("is accepted for a part load")


@pytest.mark.case("FERRY-820")
def test_tank_container_is_accepted_for_a_part_load_by_keyboard_alone(service):
    answer = service.ask("containers", "Tank container")
    assert answer.says("is accepted for a part load by keyboard alone")


@pytest.mark.case("FERRY-821")
def test_tank_container_is_accepted_by_the_agent(service):
    answer = service.ask("containers", "Tank container")
    assert answer.says("is accepted by the agent")


@pytest.mark.case("FERRY-821")
def test_tank_container_is_accepted_by_the_agent_with_two_crews_at_once(service):
    answer = service.ask("containers", "Tank container")
    assert answer.says("is accepted by the agent with two crews at once")


@pytest.mark.case("FERRY-822")
def test_tank_container_is_weighed_per_hold(service):
    answer = service.ask("containers", "Tank container")
    assert answer.says("is weighed per hold")


@pytest.mark.case("FERRY-823")
def test_tank_container_is_weighed_per_hold_for_a_part_load(service):
    answer = service.ask("containers", "Tank container")
    assert answer.says("is weighed per hold for a part load")


@pytest.mark.case("FERRY-825")
def test_tank_container_keeps_its_seal_number(service):
    answer = service.ask("containers", "Tank container")
    assert answer.says("keeps its seal number")


@pytest.mark.case("FERRY-825")
def test_tank_container_keeps_its_seal_number_on_a_phone(service):
    answer = service.ask("containers", "Tank container")
    assert answer.says("keeps its seal number on a phone")


@pytest.mark.case("FERRY-826")
def test_tank_container_keeps_its_seal_number_for_a_part_load(service):
    answer = service.ask("containers", "Tank container")
    assert answer.says("keeps its seal number for a part load")


def test_tank_container_keeps_its_seal_number_by_the_agent(service):
    answer = service.ask("containers", "Tank container")
    assert answer.says("keeps its seal number by the agent")


@pytest.mark.case("FERRY-827")
def test_tank_container_is_listed_for_the_port(service):
    answer = service.ask("containers", "Tank container")
    assert answer.says("is listed for the port")


def test_tank_container_is_listed_for_the_port_for_a_part_load(service):
    answer = service.ask("containers", "Tank container")
    assert answer.says("is listed for the port for a part load")


def test_tank_container_is_listed_for_the_port_by_the_agent(service):
    answer = service.ask("containers", "Tank container")
    assert answer.says("is listed for the port by the agent")


@pytest.mark.case("FERRY-829")
def test_flat_rack_is_accepted(service):
    answer = service.ask("containers", "Flat rack")
    assert answer.says("is accepted")


@pytest.mark.case("FERRY-829")
def test_flat_rack_is_accepted_by_keyboard_alone(service):
    answer = service.ask("containers", "Flat rack")
    assert answer.says("is accepted by keyboard alone")


@pytest.mark.case("FERRY-830")
def test_flat_rack_is_accepted_for_a_part_load(service):
    answer = service.ask("containers", "Flat rack")
    assert answer.says("is accepted for a part load")


@pytest.mark.case("FERRY-830")
def test_flat_rack_is_accepted_for_a_part_load_on_a_phone(service):
    answer = service.ask("containers", "Flat rack")
    assert answer.says("is accepted for a part load on a phone")


@pytest.mark.case("FERRY-831")
def test_flat_rack_is_accepted_by_the_agent(service):
    answer = service.ask("containers", "Flat rack")
    assert answer.says("is accepted by the agent")


@pytest.mark.case("FERRY-831")
def test_flat_rack_is_accepted_by_the_agent_with_two_crews_at_once(service):
    answer = service.ask("containers", "Flat rack")
    assert answer.says("is accepted by the agent with two crews at once")


def test_flat_rack_is_weighed_per_hold(service):
    answer = service.ask("containers", "Flat rack")
    assert answer.says("is weighed per hold")


@pytest.mark.case("FERRY-833")
def test_flat_rack_is_weighed_per_hold_for_a_part_load(service):
    answer = service.ask("containers", "Flat rack")
    assert answer.says("is weighed per hold for a part load")


@pytest.mark.case("FERRY-834")
def test_flat_rack_is_weighed_per_hold_by_the_agent(service):
    answer = service.ask("containers", "Flat rack")
    assert answer.says("is weighed per hold by the agent")


@pytest.mark.case("FERRY-834")
def test_flat_rack_is_weighed_per_hold_by_the_agent_with_two_crews_at_once(service):
    answer = service.ask("containers", "Flat rack")
    assert answer.says("is weighed per hold by the agent with two crews at once")


@pytest.mark.case("FERRY-835")
def test_flat_rack_keeps_its_seal_number(service):
    answer = service.ask("containers", "Flat rack")
    assert answer.says("keeps its seal number")


@pytest.mark.case("FERRY-835")
def test_flat_rack_keeps_its_seal_number_by_keyboard_alone(service):
    answer = service.ask("containers", "Flat rack")
    assert answer.says("keeps its seal number by keyboard alone")


@pytest.mark.case("FERRY-836")
def test_flat_rack_keeps_its_seal_number_for_a_part_load(service):
    answer = service.ask("containers", "Flat rack")
    assert answer.says("keeps its seal number for a part load")


@pytest.mark.case("FERRY-837")
def test_flat_rack_keeps_its_seal_number_by_the_agent(service):
    answer = service.ask("containers", "Flat rack")
    assert answer.says("keeps its seal number by the agent")


@pytest.mark.case("FERRY-837")
def test_flat_rack_keeps_its_seal_number_by_the_agent_on_a_phone(service):
    answer = service.ask("containers", "Flat rack")
    assert answer.says("keeps its seal number by the agent on a phone")


@pytest.mark.case("FERRY-838")
def test_flat_rack_is_listed_for_the_port(service):
    answer = service.ask("containers", "Flat rack")
    assert answer.says("is listed for the port")


@pytest.mark.case("FERRY-839")
def test_flat_rack_is_listed_for_the_port_for_a_part_load(service):
    answer = service.ask("containers", "Flat rack")
    assert answer.says("is listed for the port for a part load")


@pytest.mark.case("FERRY-839")
def test_flat_rack_is_listed_for_the_port_for_a_part_load_on_a_phone(service):
    answer = service.ask("containers", "Flat rack")
    assert answer.says("is listed for the port for a part load on a phone")


@pytest.mark.case("FERRY-840")
def test_flat_rack_is_listed_for_the_port_by_the_agent(service):
    answer = service.ask("containers", "Flat rack")
    assert answer.says("is listed for the port by the agent")


@pytest.mark.parametrize("vehicle, metres", [("car", 4.2), ("van", 5.9), ("coach", 12.0), ("lorry", 16.5), ("motorbike", 2.1), ("caravan", 7.4), ("trailer", 9.8), ("bicycle", 1.8)])
def test_freight_dues_by_length(service, vehicle, metres):
    answer = service.ask("containers", "Freight dues", vehicle=vehicle, metres=metres)
    assert answer.says("by length")
