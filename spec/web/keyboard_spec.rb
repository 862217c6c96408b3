# frozen_string_literal: true

require_relative "../support/browser"

# The first task with nothing but keys: no field is filled in, and nothing clicked, by the driver.
RSpec.describe "From a messy notice to house style, by keyboard alone", type: :feature do
  before do
    Web.clear
    Web.bring("quayside-notice.docx")
  end

  let(:original) { read(demo("quayside-notice.docx")) }

  def focused =
    evaluate_script("((document.activeElement.getAttribute('aria-label') || document.activeElement.textContent || " \
      "document.activeElement.value || '').trim())")

  # Tab by tab to what bears these words, as someone goes who does not see where the pointer is.
  def tab_to(words, most: 80)
    passed = []
    most.times do
      keys :tab
      passed << focused
      return passed if passed.last.match?(words)
    end
    raise "no #{words.inspect} among #{passed.uniq.inspect}"
  end

  it "is opened, restyled by name, looked at again, tidied, checked and brought to the door" do
    visit "/"
    tab_to(/quayside-notice|Quayside/i)
    keys :enter
    expect(page).to have_css("#pages .para[data-p]")

    heading = original.paragraphs.find { |paragraph| !paragraph.blank? }
    (original.index_of(heading.id) + 1).times { keys :arrow_down }
    expect(page).to have_css("#chosen[data-chosen='#{heading.id}']", visible: :all)
    keys "t"
    expect(page).to have_css("#try-line:focus")
    keys "t", "i", "t", "l", "e", :enter
    expect(page).to have_css("#message", text: "the style “Title”")
    expect(now.paragraph(heading.id).style).to eq("Title")
    expect(page).to have_no_css("body:focus")

    keys :escape, "u"
    expect(page).to have_css("#message", text: "Undone")
    keys "y"
    expect(page).to have_css("#message", text: "Redone")

    keys "5"
    expect(page).to have_css(".view-head", text: "The clean-up to")
    expect(page).to have_no_css(".at-work")
    tab_to(/\AApply the plan/)
    keys :enter
    expect(page).to have_css("#message", text: "Tidied by Presentation of Diploma Reports")
    expect(Norvel::ListLabels.words(now)).to eq(Norvel::ListLabels.words(original))

    keys "7"
    expect(page).to have_css(".reading-head", text: /2\d met, [01] broken/)
    keys "9"
    tab_to(/\ADeliver \.docx/)
    expect(find("a:focus")[:href]).to end_with("/file")
    expect(Web.status(URI(find("a:focus")[:href]))).to eq(200)
  end
end
