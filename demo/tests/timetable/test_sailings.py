import pytest


@pytest.mark.case("FERRY-351")
def test_first_sailing_is_listed_on_the_day(service):
    answer = service.ask("sailings", "First sailing")
    assert answer.says("is listed on the day")


@pytest.mark.case("FERRY-352")
def test_first_sailing_is_listed_on_the_day_on_the_pier_screens(service):
    answer = service.ask("sailings", "First sailing")
    assert answer.says("is listed on the day on the pier screens")


def test_first_sailing_is_listed_on_the_day_in_the_app(service):
    answer = service.ask("sailings", "First sailing")
    assert answer.says("is listed on the day in the app")


@pytest.mark.case("FERRY-353")
def test_first_sailing_is_marked_on_the_map(service):
    answer = service.ask("sailings", "First sailing")
    assert answer.says("is marked on the map")


def test_first_sailing_is_marked_on_the_map_on_the_pier_screens(service):
    answer = service.ask("sailings", "First sailing")
    assert answer.says("is marked on the map on the pier screens")


@pytest.mark.case("FERRY-354")
def test_first_sailing_is_marked_on_the_map_on_the_pier_screens_by_keyboard_alone(service):
    answer = service.ask("sailings", "First sailing")
    assert answer.says("is marked on the map on the pier screens by keyboard alone")


@pytest.mark.case("FERRY-355")
def test_first_sailing_is_marked_on_the_map_in_the_app(service):
    answer = service.ask("sailings", "First sailing")
    assert answer.says("is marked on the map in the app")


@pytest.mark.case("FERRY-356")
def test_first_sailing_keeps_its_number(service):
    answer = service.ask("sailings", "First sailing")
    assert answer.says("keeps its number")


@pytest.mark.case("FERRY-358")
def test_first_sailing_keeps_its_number_in_the_app(service):
    answer = service.ask("sailings", "First sailing")
    assert answer.says("keeps its number in the app")


@pytest.mark.case("FERRY-358")
def test_first_sailing_keeps_its_number_in_the_app_with_two_crews_at_once(service):
    answer = service.ask("sailings", "First sailing")
    assert answer.says("keeps its number in the app with two crews at once")


@pytest.mark.case("FERRY-359")
def test_first_sailing_links_to_the_deck_plan(service):
    answer = service.ask("sailings", "First sailing")
    assert answer.says("links to the deck plan")


@pytest.mark.case("FERRY-360")
def test_first_sailing_links_to_the_deck_plan_on_the_pier_screens(service):
    answer = service.ask("sailings", "First sailing")
    assert answer.says("links to the deck plan on the pier screens")


@pytest.mark.case("FERRY-362")
def test_last_sailing_is_listed_on_the_day(service):
    answer = service.ask("sailings", "Last sailing")
    assert answer.says("is listed on the day")


@pytest.mark.case("FERRY-362")
def test_last_sailing_is_listed_on_the_day_by_keyboard_alone(service):
    answer = service.ask("sailings", "Last sailing")
    assert answer.says("is listed on the day by keyboard alone")


@pytest.mark.case("FERRY-364")
def test_last_sailing_is_listed_on_the_day_in_the_app(service):
    answer = service.ask("sailings", "Last sailing")
    assert answer.says("is listed on the day in the app")


@pytest.mark.case("FERRY-365")
def test_last_sailing_is_marked_on_the_map(service):
    answer = service.ask("sailings", "Last sailing")
    assert answer.says("is marked on the map")


@pytest.mark.case("FERRY-365")
def test_last_sailing_is_marked_on_the_map_with_two_crews_at_once(service):
    answer = service.ask("sailings", "Last sailing")
    assert answer.says("is marked on the map with two crews at once")


@pytest.mark.case("FERRY-366")
def test_last_sailing_is_marked_on_the_map_on_the_pier_screens(service):
    answer = service.ask("sailings", "Last sailing")
    assert answer.says("is marked on the map on the pier screens")


@pytest.mark.case("FERRY-367")
def test_last_sailing_is_marked_on_the_map_in_the_app(service):
    answer = service.ask("sailings", "Last sailing")
    assert answer.says("is marked on the map in the app")


@pytest.mark.case("FERRY-368")
def test_last_sailing_keeps_its_number(service):
    answer = service.ask("sailings", "Last sailing")
    assert answer.says("keeps its number")


@pytest.mark.case("FERRY-369")
def test_last_sailing_keeps_its_number_on_the_pier_screens(service):
    answer = service.ask("sailings", "Last sailing")
    assert answer.says("keeps its number on the pier screens")


@pytest.mark.case("FERRY-370")
def test_last_sailing_keeps_its_number_in_the_app(service):
    answer = service.ask("sailings", "Last sailing")
    assert answer.says("keeps its number in the app")


@pytest.mark.case("FERRY-371")
def test_last_sailing_links_to_the_deck_plan(service):
    answer = service.ask("sailings", "Last sailing")
    assert answer.says("links to the deck plan")


@pytest.mark.case("FERRY-371")
def test_last_sailing_links_to_the_deck_plan_on_a_phone(service):
    answer = service.ask("sailings", "Last sailing")
    assert answer.says("links to the deck plan on a phone")


@pytest.mark.case("FERRY-372")
def test_last_sailing_links_to_the_deck_plan_on_the_pier_screens(service):
    answer = service.ask("sailings", "Last sailing")
    assert answer.says("links to the deck plan on the pier screens")


@pytest.mark.case("FERRY-372")
def test_last_sailing_links_to_the_deck_plan_on_the_pier_screens_with_two_crews_at_once(service):
    answer = service.ask("sailings", "Last sailing")
    assert answer.says("links to the deck plan on the pier screens with two crews at once")


def test_last_sailing_links_to_the_deck_plan_in_the_app(service):
    answer = service.ask("sailings", "Last sailing")
    assert answer.says("links to the deck plan in the app")


def test_extra_sailing_is_listed_on_the_day(service):
    answer = service.ask("sailings", "Extra sailing")
    assert answer.says("is listed on the day")


@pytest.mark.case("FERRY-373")
def test_extra_sailing_is_listed_on_the_day_by_keyboard_alone(service):
    answer = service.ask("sailings", "Extra sailing")
    assert answer.says("is listed on the day by keyboard alone")


@pytest.mark.case("FERRY-374")
def test_extra_sailing_is_listed_on_the_day_on_the_pier_screens(service):
    answer = service.ask("sailings", "Extra sailing")
    assert answer.says("is listed on the day on the pier screens")


@pytest.mark.case("FERRY-374")
def test_extra_sailing_is_listed_on_the_day_on_the_pier_screens_by_keyboard_alone(service):
    answer = service.ask("sailings", "Extra sailing")
    assert answer.says("is listed on the day on the pier screens by keyboard alone")


def test_extra_sailing_is_listed_on_the_day_in_the_app(service):
    answer = service.ask("sailings", "Extra sailing")
    assert answer.says("is listed on the day in the app")


@pytest.mark.case("FERRY-375")
def test_extra_sailing_is_listed_on_the_day_in_the_app_with_two_crews_at_once(service):
    answer = service.ask("sailings", "Extra sailing")
    assert answer.says("is listed on the day in the app with two crews at once")


@pytest.mark.case("FERRY-376")
def test_extra_sailing_is_marked_on_the_map(service):
    answer = service.ask("sailings", "Extra sailing")
    assert answer.says("is marked on the map")


def test_extra_sailing_is_marked_on_the_map_on_the_pier_screens(service):
    answer = service.ask("sailings", "Extra sailing")
    assert answer.says("is marked on the map on the pier screens")


@pytest.mark.case("FERRY-378")
def test_extra_sailing_is_marked_on_the_map_in_the_app(service):
    answer = service.ask("sailings", "Extra sailing")
    assert answer.says("is marked on the map in the app")


@pytest.mark.case("FERRY-379")
def test_extra_sailing_keeps_its_number(service):
    answer = service.ask("sailings", "Extra sailing")
    assert answer.says("keeps its number")


@pytest.mark.case("FERRY-380")
def test_extra_sailing_keeps_its_number_on_the_pier_screens(service):
    answer = service.ask("sailings", "Extra sailing")
    assert answer.says("keeps its number on the pier screens")


@pytest.mark.case("FERRY-381")
def test_extra_sailing_keeps_its_number_in_the_app(service):
    answer = service.ask("sailings", "Extra sailing")
    assert answer.says("keeps its number in the app")


@pytest.mark.case("FERRY-382")
def test_extra_sailing_links_to_the_deck_plan(service):
    answer = service.ask("sailings", "Extra sailing")
    assert answer.says("links to the deck plan")


@pytest.mark.case("FERRY-382")
def test_extra_sailing_links_to_the_deck_plan_by_keyboard_alone(service):
    answer = service.ask("sailings", "Extra sailing")
    assert answer.says("links to the deck plan by keyboard alone")


@pytest.mark.case("FERRY-383")
def test_extra_sailing_links_to_the_deck_plan_on_the_pier_screens(service):
    answer = service.ask("sailings", "Extra sailing")
    assert answer.says("links to the deck plan on the pier screens")


@pytest.mark.case("FERRY-383")
def test_extra_sailing_links_to_the_deck_plan_on_the_pier_screens_on_a_phone(service):
    answer = service.ask("sailings", "Extra sailing")
    assert answer.says("links to the deck plan on the pier screens on a phone")


@pytest.mark.case("FERRY-385")
def test_cancelled_sailing_is_listed_on_the_day(service):
    answer = service.ask("sailings", "Cancelled sailing")
    assert answer.says("is listed on the day")


@pytest.mark.case("FERRY-386")
def test_cancelled_sailing_is_listed_on_the_day_on_the_pier_screens(service):
    answer = service.ask("sailings", "Cancelled sailing")
    assert answer.says("is listed on the day on the pier screens")


@pytest.mark.case("FERRY-387")
def test_cancelled_sailing_is_listed_on_the_day_in_the_app(service):
    answer = service.ask("sailings", "Cancelled sailing")
    assert answer.says("is listed on the day in the app")


@pytest.mark.case("FERRY-387")
def test_cancelled_sailing_is_listed_on_the_day_in_the_app_with_two_crews_at_once(service):
    answer = service.ask("sailings", "Cancelled sailing")
    assert answer.says("is listed on the day in the app with two crews at once")


@pytest.mark.case("FERRY-388")
def test_cancelled_sailing_is_marked_on_the_map(service):
    answer = service.ask("sailings", "Cancelled sailing")
    assert answer.says("is marked on the map")


def test_cancelled_sailing_is_marked_on_the_map_on_the_pier_screens(service):
    answer = service.ask("sailings", "Cancelled sailing")
    assert answer.says("is marked on the map on the pier screens")


@pytest.mark.case("FERRY-389")
def test_cancelled_sailing_is_marked_on_the_map_in_the_app(service):
    answer = service.ask("sailings", "Cancelled sailing")
    assert answer.says("is marked on the map in the app")


@pytest.mark.case("FERRY-389")
def test_cancelled_sailing_is_marked_on_the_map_in_the_app_with_two_crews_at_once(service):
    answer = service.ask("sailings", "Cancelled sailing")
    assert answer.says("is marked on the map in the app with two crews at once")


@pytest.mark.case("FERRY-390")
def test_cancelled_sailing_keeps_its_number(service):
    answer = service.ask("sailings", "Cancelled sailing")
    assert answer.says("keeps its number")


@pytest.mark.case("FERRY-391")
def test_cancelled_sailing_keeps_its_number_on_the_pier_screens(service):
    answer = service.ask("sailings", "Cancelled sailing")
    assert answer.says("keeps its number on the pier screens")


@pytest.mark.case("FERRY-391")
def test_cancelled_sailing_keeps_its_number_on_the_pier_screens_with_two_crews_at_once(service):
    answer = service.ask("sailings", "Cancelled sailing")
    assert answer.says("keeps its number on the pier screens with two crews at once")


def test_cancelled_sailing_keeps_its_number_in_the_app(service):
    answer = service.ask("sailings", "Cancelled sailing")
    assert answer.says("keeps its number in the app")


@pytest.mark.case("FERRY-392")
def test_cancelled_sailing_links_to_the_deck_plan(service):
    answer = service.ask("sailings", "Cancelled sailing")
    assert answer.says("links to the deck plan")


@pytest.mark.case("FERRY-392")
def test_cancelled_sailing_links_to_the_deck_plan_with_two_crews_at_once(service):
    answer = service.ask("sailings", "Cancelled sailing")
    assert answer.says("links to the deck plan with two crews at once")


@pytest.mark.case("FERRY-393")
def test_cancelled_sailing_links_to_the_deck_plan_on_the_pier_screens(service):
    answer = service.ask("sailings", "Cancelled sailing")
    assert answer.says("links to the deck plan on the pier screens")


@pytest.mark.case("FERRY-393")
def test_cancelled_sailing_links_to_the_deck_plan_on_the_pier_screens_with_two_crews_at_once(service):
    answer = service.ask("sailings", "Cancelled sailing")
    assert answer.says("links to the deck plan on the pier screens with two crews at once")


@pytest.mark.case("FERRY-395")
def test_night_sailing_is_listed_on_the_day(service):
    answer = service.ask("sailings", "Night sailing")
    assert answer.says("is listed on the day")


@pytest.mark.case("FERRY-396")
def test_night_sailing_is_listed_on_the_day_on_the_pier_screens(service):
    answer = service.ask("sailings", "Night sailing")
    assert answer.says("is listed on the day on the pier screens")


@pytest.mark.case("FERRY-397")
def test_night_sailing_is_listed_on_the_day_in_the_app(service):
    answer = service.ask("sailings", "Night sailing")
    assert answer.says("is listed on the day in the app")


@pytest.mark.case("FERRY-397")
def test_night_sailing_is_listed_on_the_day_in_the_app_by_keyboard_alone(service):
    answer = service.ask("sailings", "Night sailing")
    assert answer.says("is listed on the day in the app by keyboard alone")


@pytest.mark.case("FERRY-398")
def test_night_sailing_is_marked_on_the_map(service):
    answer = service.ask("sailings", "Night sailing")
    assert answer.says("is marked on the map")


@pytest.mark.case("FERRY-399")
def test_night_sailing_is_marked_on_the_map_on_the_pier_screens(service):
    answer = service.ask("sailings", "Night sailing")
    assert answer.says("is marked on the map on the pier screens")


@pytest.mark.case("FERRY-400")
def test_night_sailing_is_marked_on_the_map_in_the_app(service):
    answer = service.ask("sailings", "Night sailing")
    assert answer.says("is marked on the map in the app")


@pytest.mark.case("FERRY-400")
def test_night_sailing_is_marked_on_the_map_in_the_app_with_two_crews_at_once(service):
    answer = service.ask("sailings", "Night sailing")
    assert answer.says("is marked on the map in the app with two crews at once")


def test_night_sailing_keeps_its_number(service):
    answer = service.ask("sailings", "Night sailing")
    assert answer.says("keeps its number")


@pytest.mark.case("FERRY-401")
def test_night_sailing_keeps_its_number_on_a_phone(service):
    answer = service.ask("sailings", "Night sailing")
    assert answer.says("keeps its number on a phone")


@pytest.mark.case("FERRY-402")
def test_night_sailing_keeps_its_number_on_the_pier_screens(service):
    answer = service.ask("sailings", "Night sailing")
    assert answer.says("keeps its number on the pier screens")


@pytest.mark.case("FERRY-402")
def test_night_sailing_keeps_its_number_on_the_pier_screens_on_a_phone(service):
    answer = service.ask("sailings", "Night sailing")
    assert answer.says("keeps its number on the pier screens on a phone")


@pytest.mark.case("FERRY-403")
def test_night_sailing_keeps_its_number_in_the_app(service):
    answer = service.ask("sailings", "Night sailing")
    assert answer.says("keeps its number in the app")


@pytest.mark.case("FERRY-403")
def test_night_sailing_keeps_its_number_in_the_app_with_two_crews_at_once(service):
    answer = service.ask("sailings", "Night sailing")
    assert answer.says("keeps its number in the app with two crews at once")


@pytest.mark.case("FERRY-404")
def test_night_sailing_links_to_the_deck_plan(service):
    answer = service.ask("sailings", "Night sailing")
    assert answer.says("links to the deck plan")


@pytest.mark.case("FERRY-404")
def test_night_sailing_links_to_the_deck_plan_on_a_phone(service):
    answer = service.ask("sailings", "Night sailing")
    assert answer.says("links to the deck plan on a phone")


@pytest.mark.case("FERRY-405")
def test_night_sailing_links_to_the_deck_plan_on_the_pier_screens(service):
    answer = service.ask("sailings", "Night sailing")
    assert answer.says("links to the deck plan on the pier screens")


@pytest.mark.case("FERRY-405")
def test_night_sailing_links_to_the_deck_plan_on_the_pier_screens_with_two_crews_at_once(service):
    answer = service.ask("sailings", "Night sailing")
    assert answer.says("links to the deck plan on the pier screens with two crews at once")


@pytest.mark.case("FERRY-406")
def test_night_sailing_links_to_the_deck_plan_in_the_app(service):
    answer = service.ask("sailings", "Night sailing")
    assert answer.says("links to the deck plan in the app")
