import pytest

from ferry import Service


@pytest.fixture
def service(request):
    return Service(request.module.__name__)
