# frozen_string_literal: true

require_relative "browser"

# A person's hands in the browser, each action counted: a click, a key command, or a typed entry with its Enter.
module CountedHands
  def self.included(group) = group.before { @actions = 0 }

  def count = @actions += 1

  # A key command; the answer is there when what is asked for is.
  def key(name, chord: nil, gives: nil, text: nil)
    count
    chord ? page.driver.browser.action.key_down(chord).send_keys(name).key_up(chord).perform : keys(name)
    expect(page).to have_css(gives, **{text: text}.compact, visible: :all) if gives
  end

  # What is typed into the field that has the focus, with its Enter.
  def entry(words, into: "#try-line", says: nil)
    count
    expect(page).to have_css("#{into}:focus")
    write(words)
    keys(:enter)
    expect(page).to have_css("#message", text: says) if says
  end

  def line(words, says:)
    key "t"
    entry words, says: says
  end

  def click_paragraph(id, with: nil)
    count
    place = find("#pages .para[data-p='#{id}'] .hit", match: :first, visible: :all)
    action = page.driver.browser.action
    action = action.key_down(with) if with
    action = action.move_to(place.native).click
    action = action.key_up(with) if with
    action.perform
    expect(page).to have_css("#chosen[data-chosen~='#{id}'], #chosen[data-chosen$='#{id}']", visible: :all)
  end

  def click_on(label, gives: nil)
    count
    click_button label
    expect(page).to have_css("#message", text: gives) if gives
  end

  def named(*indexes) = now.paragraphs.values_at(*indexes).map { |paragraph| now.sheet[paragraph.style].name }

  def ids = @ids ||= now.paragraphs.map(&:id)
end
