import pytest


def test_customs_declaration_is_opened(service):
    answer = service.ask("customs", "Customs declaration")
    assert answer.says("is opened")


@pytest.mark.case("FERRY-887")
def test_customs_declaration_is_opened_by_keyboard_alone(service):
    answer = service.ask("customs", "Customs declaration")
    assert answer.says("is opened by keyboard alone")


@pytest.mark.case("FERRY-888")
def test_customs_declaration_is_opened_for_a_part_load(service):
    answer = service.ask("customs", "Customs declaration")
    assert answer.says("is opened for a part load")


@pytest.mark.case("FERRY-888")
def test_customs_declaration_is_opened_for_a_part_load_by_keyboard_alone(service):
    answer = service.ask("customs", "Customs declaration")
    assert answer.says("is opened for a part load by keyboard alone")


@pytest.mark.case("FERRY-889")
def test_customs_declaration_is_opened_by_the_agent(service):
    answer = service.ask("customs", "Customs declaration")
    assert answer.says("is opened by the agent")


@pytest.mark.case("FERRY-890")
def test_customs_declaration_is_signed(service):
    answer = service.ask("customs", "Customs declaration")
    assert answer.says("is signed")


@pytest.mark.case("FERRY-890")
def test_customs_declaration_is_signed_with_two_crews_at_once(service):
    answer = service.ask("customs", "Customs declaration")
    assert answer.says("is signed with two crews at once")


def test_customs_declaration_is_signed_for_a_part_load(service):
    answer = service.ask("customs", "Customs declaration")
    assert answer.says("is signed for a part load")


@pytest.mark.case("FERRY-891")
def test_customs_declaration_is_signed_by_the_agent(service):
    answer = service.ask("customs", "Customs declaration")
    assert answer.says("is signed by the agent")


@pytest.mark.case("FERRY-892")
def test_customs_declaration_is_sent_to_the_office(service):
    answer = service.ask("customs", "Customs declaration")
    assert answer.says("is sent to the office")


@pytest.mark.case("FERRY-893")
def test_customs_declaration_is_sent_to_the_office_for_a_part_load(service):
    answer = service.ask("customs", "Customs declaration")
    assert answer.says("is sent to the office for a part load")


@pytest.mark.case("FERRY-894")
def test_customs_declaration_is_sent_to_the_office_by_the_agent(service):
    answer = service.ask("customs", "Customs declaration")
    assert answer.says("is sent to the office by the agent")


@pytest.mark.case("FERRY-895")
def test_customs_declaration_is_archived_for_ten_years(service):
    answer = service.ask("customs", "Customs declaration")
    assert answer.says("is archived for ten years")


@pytest.mark.case("FERRY-895")
def test_customs_declaration_is_archived_for_ten_years_by_keyboard_alone(service):
    answer = service.ask("customs", "Customs declaration")
    assert answer.says("is archived for ten years by keyboard alone")


@pytest.mark.case("FERRY-896")
def test_customs_declaration_is_archived_for_ten_years_for_a_part_load(service):
    answer = service.ask("customs", "Customs declaration")
    assert answer.says("is archived for ten years for a part load")


@pytest.mark.case("FERRY-897")
def test_customs_declaration_is_archived_for_ten_years_by_the_agent(service):
    answer = service.ask("customs", "Customs declaration")
    assert answer.says("is archived for ten years by the agent")


@pytest.mark.case("FERRY-898")
def test_transit_document_is_opened(service):
    answer = service.ask("customs", "Transit document")
    assert answer.says("is opened")


@pytest.mark.case("FERRY-898")
def test_transit_document_is_opened_on_a_phone(service):
    answer = service.ask("customs", "Transit document")
    assert answer.says("is opened on a phone")


def test_transit_document_is_opened_by_the_agent(service):
    answer = service.ask("customs", "Transit document")
    assert answer.says("is opened by the agent")


@pytest.mark.case("FERRY-900")
def test_transit_document_is_signed(service):
    answer = service.ask("customs", "Transit document")
    assert answer.says("is signed")


@pytest.mark.case("FERRY-901")
def test_transit_document_is_signed_for_a_part_load(service):
    answer = service.ask("customs", "Transit document")
    assert answer.says("is signed for a part load")


@pytest.mark.case("FERRY-901")
def test_transit_document_is_signed_for_a_part_load_with_two_crews_at_once(service):
    answer = service.ask("customs", "Transit document")
    assert answer.says("is signed for a part load with two crews at once")


@pytest.mark.case("FERRY-902")
def test_transit_document_is_signed_by_the_agent(service):
    answer = service.ask("customs", "Transit document")
    assert answer.says("is signed by the agent")


@pytest.mark.case("FERRY-903")
def test_transit_document_is_sent_to_the_office(service):
    answer = service.ask("customs", "Transit document")
    assert answer.says("is sent to the office")


@pytest.mark.case("FERRY-903")
def test_transit_document_is_sent_to_the_office_with_two_crews_at_once(service):
    answer = service.ask("customs", "Transit document")
    assert answer.says("is sent to the office with two crews at once")


@pytest.mark.case("FERRY-904")
def test_transit_document_is_sent_to_the_office_for_a_part_load(service):
    answer = service.ask("customs", "Transit document")
    assert answer.says("is sent to the office for a part load")


def test_transit_document_is_sent_to_the_office_by_the_agent(service):
    answer = service.ask("customs", "Transit document")
    assert answer.says("is sent to the office by the agent")


@pytest.mark.case("FERRY-905")
def test_transit_document_is_archived_for_ten_years(service):
    answer = service.ask("customs", "Transit document")
    assert answer.says("is archived for ten years")


@pytest.mark.case("FERRY-905")
def test_transit_document_is_archived_for_ten_years_with_two_crews_at_once(service):
    answer = service.ask("customs", "Transit document")
    assert answer.says("is archived for ten years with two crews at once")


@pytest.mark.case("FERRY-906")
def test_transit_document_is_archived_for_ten_years_for_a_part_load(service):
    answer = service.ask("customs", "Transit document")
    assert answer.says("is archived for ten years for a part load")


@pytest.mark.case("FERRY-906")
def test_transit_document_is_archived_for_ten_years_for_a_part_load_on_a_phone(service):
    answer = service.ask("customs", "Transit document")
    assert answer.says("is archived for ten years for a part load on a phone")


@pytest.mark.case("FERRY-907")
def test_transit_document_is_archived_for_ten_years_by_the_agent(service):
    answer = service.ask("customs", "Transit document")
    assert answer.says("is archived for ten years by the agent")


@pytest.mark.case("FERRY-908")
def test_export_licence_is_opened(service):
    answer = service.ask("customs", "Export licence")
    assert answer.says("is opened")


def test_export_licence_is_opened_for_a_part_load(service):
    answer = service.ask("customs", "Export licence")
    assert answer.says("is opened for a part load")


def test_export_licence_is_opened_by_the_agent(service):
    answer = service.ask("customs", "Export licence")
    assert answer.says("is opened by the agent")


@pytest.mark.case("FERRY-909")
def test_export_licence_is_opened_by_the_agent_on_a_phone(service):
    answer = service.ask("customs", "Export licence")
    assert answer.says("is opened by the agent on a phone")


@pytest.mark.case("FERRY-910")
def test_export_licence_is_signed(service):
    answer = service.ask("customs", "Export licence")
    assert answer.says("is signed")


def test_export_licence_is_signed_for_a_part_load(service):
    answer = service.ask("customs", "Export licence")
    assert answer.says("is signed for a part load")


@pytest.mark.case("FERRY-912")
def test_export_licence_is_sent_to_the_office(service):
    answer = service.ask("customs", "Export licence")
    assert answer.says("is sent to the office")


@pytest.mark.case("FERRY-913")
def test_export_licence_is_sent_to_the_office_for_a_part_load(service):
    answer = service.ask("customs", "Export licence")
    assert answer.says("is sent to the office for a part load")


@pytest.mark.case("FERRY-915")
def test_export_licence_is_archived_for_ten_years(service):
    answer = service.ask("customs", "Export licence")
    assert answer.says("is archived for ten years")


@pytest.mark.case("FERRY-915")
def test_export_licence_is_archived_for_ten_years_by_keyboard_alone(service):
    answer = service.ask("customs", "Export licence")
    assert answer.says("is archived for ten years by keyboard alone")


@pytest.mark.case("FERRY-916")
def test_export_licence_is_archived_for_ten_years_for_a_part_load(service):
    answer = service.ask("customs", "Export licence")
    assert answer.says("is archived for ten years for a part load")


@pytest.mark.case("FERRY-917")
def test_export_licence_is_archived_for_ten_years_by_the_agent(service):
    answer = service.ask("customs", "Export licence")
    assert answer.says("is archived for ten years by the agent")
