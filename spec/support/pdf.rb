# frozen_string_literal: true

require "pdf-reader"
require "stringio"

# A PDF as the gem pdf-reader has it: outline, labels, structure tree, content streams.
class ReadPdf
  # An element of the structure tree.
  Element = Struct.new(:type, :kids, :data, :marks)

  attr_reader :reader, :objects, :catalog

  # @param bytes [String]
  def initialize(bytes)
    @reader = PDF::Reader.new(StringIO.new(bytes))
    @objects = @reader.objects
    @catalog = deref(@objects.trailer[:Root])
  end

  def deref(object) = @objects.deref(object)

  # Text strings are UTF-16, or plain.
  def text(string) =
    string &&
      (string.b.start_with?("\xFE\xFF".b) ? string.b[2..].force_encoding("UTF-16BE").encode("UTF-8") : string.dup.force_encoding("UTF-8"))

  def info = deref(@objects.trailer[:Info]).transform_values { |value| value.is_a?(String) ? text(value) : value }

  def metadata = Nokogiri::XML(deref(catalog[:Metadata]).data)

  def pages = @pages ||= @reader.pages.map { |page| @objects.deref(page.page_object) }

  # @return [Array<Array(Integer, String, Integer)>] level, title and page of each bookmark
  def outline(item = deref(catalog[:Outlines]), level = 0)
    found = []
    kid = item && deref(item[:First])
    while kid
      found << [level + 1, text(kid[:Title]), page_number(deref(kid[:Dest]).first)]
      found.concat(outline(kid, level + 1))
      kid = deref(kid[:Next])
    end
    found
  end

  def page_number(reference) =
    (@numbers ||= @reader.pages.each_with_index.to_h { |page, index| [deref(page.page_object), index + 1] })[deref(reference)]

  # @return [Array<String>] the label of each page (ISO 32000-1 §12.4.2)
  def labels
    rows = deref(deref(catalog[:PageLabels])[:Nums]).each_slice(2).to_a
    (0...pages.size).map do |page|
      start, label = rows.reverse.find { |first, _| first <= page }
      label = deref(label)
      number = (label[:St] || 1) + page - start
      "#{text(label[:P])}#{written(label[:S], number) if label[:S]}"
    end
  end

  def written(style, number)
    case style
    when :D then number.to_s
    when :r then Norvel::ListLabels.roman(number)
    when :R then Norvel::ListLabels.roman(number).upcase
    when :a then Norvel::ListLabels.letters(number)
    when :A then Norvel::ListLabels.letters(number).upcase
    end
  end

  # @return [Element]
  def tree = @tree ||= element(deref(deref(catalog[:StructTreeRoot])[:K]).first)

  def element(reference)
    data = deref(reference)
    kids = Array(deref(data[:K])).map { |kid| deref(kid) }
    Element.new(data[:S], kids.grep(Hash).select { |kid| kid[:S] }.map { |kid| element(kid) }, data,
      kids.reject { |kid| kid.is_a?(Hash) && kid[:S] })
  end

  # @return [Array<Element>] all of a type
  def elements(*types) = [].tap { |found| each_element(tree) { |one| found << one if types.empty? || types.include?(one.type) } }

  def each_element(one, &block)
    yield one
    one.kids.each { |kid| each_element(kid, &block) }
  end

  # @return [Array<Hash>] annotations of all pages
  def annotations = pages.flat_map { |page| Array(deref(page[:Annots])).map { |one| deref(one) } }

  # @return [String] a page's content stream
  def content(index) = deref(pages[index][:Contents]).unfiltered_data

  # @return [Array<Hash>]
  def fonts = deref(deref(pages.first[:Resources])[:Font]).values.map { |font| deref(font) }
end
