# frozen_string_literal: true

RSpec.describe Norvel::Value do
  let(:point) { described_class.define(:x, y: 0) }

  it "is frozen, compared by content and changed only by making another" do
    one = point.new(x: 1)
    other = one.with(y: 2)
    expect([one.y, other.y, one == point.new(x: 1, y: 0)]).to eq([0, 2, true])
    expect(one).to be_frozen
    expect { one.send(:x=, 3) }.to raise_error(FrozenError)
  end

  it "is itself when nothing differs" do
    one = point.new(x: 1)
    expect(one.with(x: 1)).to be(one)
  end

  it "asks for what has no default" do
    expect { point.new(y: 1) }.to raise_error(ArgumentError, /missing keyword: :x/)
    expect { point.new(x: 1, z: 2) }.to raise_error(ArgumentError, /unknown keyword: :z/)
    expect { point.new(x: 1).with(z: 2) }.to raise_error(NameError, /no member 'z'/)
  end
end
