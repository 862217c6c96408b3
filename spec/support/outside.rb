# frozen_string_literal: true

require "json"
require "open3"
require "tmpdir"

# Programs that are not ours, as references.
module Outside
  PYTHON = "/usr/bin/python3"
  SAMPLES = File.expand_path("../../tmp/reference/node_modules/mammoth/test/test-data", __dir__)
  REFERENCE = File.expand_path("../../tmp/reference", __dir__)
  OTHERS = ["sablon-*/test/fixtures", "caracal-*/spec/support/_fixtures", "docx-cloner-*/docx-examples",
    "docx_template-*/spec/unit/templates", "node_modules/docx4js/{templates,__tests__/files}", "written"].freeze
  TEMPLATES = "/usr/lib/python3/dist-packages/docx/templates"

  module_function

  # @param files [Array<String>] the bytes of .docx files
  # @param more [Boolean] whether style, line spacing, shading and numbers are told too, as the file says them
  # @return [Array<Array<Hash>>] for each its paragraphs, by the second resolver
  def resolve(files, more: false)
    Dir.mktmpdir do |folder|
      paths = files.each_with_index.map { |bytes, index| File.join(folder, "#{index}.docx").tap { |path| File.binwrite(path, bytes) } }
      output, errors, status = Open3.capture3(PYTHON, File.expand_path("../reference/resolver.py", __dir__), *paths)
      raise errors unless status.success?

      found = output.lines.map { |line| JSON.parse(line, symbolize_names: true) }
      more ? found : found.map { |paragraphs| paragraphs.map { |paragraph| paragraph.except(:style, :line, :shading, :numbered) } }
    end
  end

  # @param paragraphs [Array<Hash>] as spec/reference/written_by_python.py takes them @param language [String]
  # @return [String] the bytes of a .docx that python-docx wrote
  def written_by_python(paragraphs, language)
    Dir.mktmpdir do |folder|
      path = File.join(folder, "written.docx")
      script = File.expand_path("../reference/written_by_python.py", __dir__)
      _, errors, status = Open3.capture3(PYTHON, script, stdin_data: JSON.generate(out: path, language: language, paragraphs: paragraphs))
      raise errors unless status.success?

      File.binread(path)
    end
  end

  # @param bytes [String] of a .docx
  # @return [Hash] its paragraph styles, as spec/reference/sheet_in_file.py tells them
  def sheet(bytes)
    in_file(bytes) do |path|
      output, errors, status = Open3.capture3(PYTHON, File.expand_path("../reference/sheet_in_file.py", __dir__), path)
      raise errors unless status.success?

      JSON.parse(output, symbolize_names: true)
    end
  end

  MODULES = File.expand_path("../../tmp/reference/node_modules", __dir__)
  READ = "const m = require('mammoth'); (async () => { for (const path of process.argv.slice(1)) { " \
    "console.log(JSON.stringify((await m.extractRawText({path})).value)); } })()"

  # @return [String] the whole text, as the library mammoth reads it
  def text(bytes) = texts([bytes]).first

  # @param files [Array<String>] the bytes of .docx files
  # @return [Array<String>] the whole text of each
  def texts(files)
    Dir.mktmpdir do |folder|
      paths = files.each_with_index.map { |bytes, index| File.join(folder, "#{index}.docx").tap { |path| File.binwrite(path, bytes) } }
      output, errors, status = Open3.capture3({"NODE_PATH" => MODULES}, "node", "-e", READ, *paths)
      raise errors unless status.success?

      output.lines.map { |line| JSON.parse(line) }
    end
  end

  EACH = "const m = require('mammoth'); (async () => { for (const path of process.argv.slice(1)) { try { await " \
    "m.convertToHtml({path}); } catch (error) { console.log(path); } } })()"

  # @param paths [Array<String>] of .docx files
  # @return [Array<String>] those that mammoth cannot read
  def unread(paths)
    output, errors, status = Open3.capture3({"NODE_PATH" => MODULES}, "node", "-e", EACH, *paths)
    raise errors unless status.success?

    output.lines(chomp: true)
  end

  # @return [Array<String>] .docx files that nobody here wrote
  def samples =
    [File.join(SAMPLES, "**"), *OTHERS.map { |folder| File.join(REFERENCE, folder) }, TEMPLATES].flat_map { |folder|
      Dir[File.join(folder, "*.docx")]
    }.sort

  def in_file(bytes)
    Dir.mktmpdir do |folder|
      path = File.join(folder, "file.docx")
      File.binwrite(path, bytes)
      yield path
    end
  end
end
