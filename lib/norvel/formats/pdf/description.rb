# frozen_string_literal: true

require "cgi/escape"

module Norvel
  module Formats
    module Pdf
      # What the file says of itself: title, author, subject, keywords, language, dates, in both of the places where PDF keeps them
      # (ISO 32000-1 §14.3), the standards it follows, and what its colours mean (ISO 19005-2 §6.2.3).
      class Description
        PROFILE = File.join(__dir__, "sRGB.icc") # of Debian's icc-profiles-free
        PRODUCER = "Norvel"
        FALLBACK = "en" # where nobody says a language

        # @param name [String] of the file, without its ending
        def initialize(manuscript, name:, roles:, date:)
          @manuscript = manuscript
          @name = name
          @roles = roles
          @date = date
        end

        # @return [String] what the file says, else the paragraph that is the title, else the file's name
        def title
          @title ||= [@manuscript.info.title, title_paragraph, @name].map { |one| one.to_s.strip }.find { |one| !one.empty? } || "Untitled"
        end

        # @return [String]
        def language = @manuscript.info.language || FALLBACK

        # @return [Hash{Symbol=>Object}] the information dictionary
        def info
          said = {Title: title, Author: @manuscript.info.author, Subject: @manuscript.info.subject, Keywords: @manuscript.info.keywords}
          said.reject { |_, text| text.to_s.strip.empty? }.merge(Creator: PRODUCER, Producer: PRODUCER, CreationDate: @date, ModDate: @date)
        end

        # @param maker [Maker] @param labels [Array] of pages @param complete [Boolean] whether it may be called accessible
        # @return [void]
        def write(maker, labels:, complete:)
          maker.catalog.merge!(Lang: PDF::Core::LiteralString.new(language), MarkInfo: {Marked: true},
            ViewerPreferences: {DisplayDocTitle: true}, PageLabels: {Nums: labels},
            Metadata: metadata(maker, complete), OutputIntents: [intent(maker)])
          sign = [Digest::MD5.digest([title, @date.to_i, maker.pages.size].inspect)].map { |bytes| PDF::Core::ByteString.new(bytes) }
          maker.trailer[:ID] = sign * 2
        end

        private

        def title_paragraph = @roles.in(:title).first&.text&.delete(Manuscript::INSET_MARK)&.gsub(/[[:space:]]+/, " ")

        def intent(maker)
          profile = maker.ref(N: 3)
          profile.stream << File.binread(PROFILE)
          profile.stream.compress!
          maker.ref(Type: :OutputIntent, S: :GTS_PDFA1, OutputConditionIdentifier: PDF::Core::LiteralString.new("sRGB"),
            Info: PDF::Core::LiteralString.new("sRGB"), DestOutputProfile: profile)
        end

        # XMP (ISO 16684-1; the element around it is optional), never compressed, so that any program finds it.
        def metadata(maker, complete)
          stream = maker.ref(Type: :Metadata, Subtype: :XML)
          stream.stream << packet(complete).b
          stream
        end

        def about(subject) =
          subject && %(<dc:description><rdf:Alt><rdf:li xml:lang="x-default">#{x(subject)}</rdf:li></rdf:Alt></dc:description>)

        def packet(complete)
          stamp = @date.strftime("%Y-%m-%dT%H:%M:%S%:z")
          <<~XML
            <?xpacket begin="\uFEFF" id="W5M0MpCehiHzreSzNTczkc9d"?>
            <rdf:RDF xmlns:rdf="http://www.w3.org/1999/02/22-rdf-syntax-ns#">
            <rdf:Description rdf:about="" xmlns:dc="http://purl.org/dc/elements/1.1/"
            xmlns:xmp="http://ns.adobe.com/xap/1.0/" xmlns:pdf="http://ns.adobe.com/pdf/1.3/"
            xmlns:pdfaid="http://www.aiim.org/pdfa/ns/id/" xmlns:pdfuaid="http://www.aiim.org/pdfua/ns/id/">
            <dc:format>application/pdf</dc:format>
            <dc:title><rdf:Alt><rdf:li xml:lang="x-default">#{x(title)}</rdf:li></rdf:Alt></dc:title>
            #{"<dc:creator><rdf:Seq><rdf:li>#{x(info[:Author])}</rdf:li></rdf:Seq></dc:creator>" if info[:Author]}
            #{about(info[:Subject])}
            #{"<pdf:Keywords>#{x(info[:Keywords])}</pdf:Keywords>" if info[:Keywords]}
            <dc:language><rdf:Bag><rdf:li>#{x(language)}</rdf:li></rdf:Bag></dc:language>
            <pdf:Producer>#{PRODUCER}</pdf:Producer><xmp:CreatorTool>#{PRODUCER}</xmp:CreatorTool>
            <xmp:CreateDate>#{stamp}</xmp:CreateDate><xmp:ModifyDate>#{stamp}</xmp:ModifyDate><xmp:MetadataDate>#{stamp}</xmp:MetadataDate>
            <pdfaid:part>2</pdfaid:part><pdfaid:conformance>A</pdfaid:conformance>
            #{"<pdfuaid:part>1</pdfuaid:part>" if complete}
            </rdf:Description>
            #{UA_SCHEMA if complete}</rdf:RDF>
            <?xpacket end="w"?>
          XML
        end

        # PDF/A knows no schema for PDF/UA's sign: it is described (ISO 19005-2 §6.6.2.3.3).
        UA_SCHEMA = <<~XML
          <rdf:Description rdf:about="" xmlns:pdfaExtension="http://www.aiim.org/pdfa/ns/extension/"
          xmlns:pdfaSchema="http://www.aiim.org/pdfa/ns/schema#" xmlns:pdfaProperty="http://www.aiim.org/pdfa/ns/property#">
          <pdfaExtension:schemas><rdf:Bag><rdf:li rdf:parseType="Resource">
          <pdfaSchema:schema>PDF/UA identification</pdfaSchema:schema>
          <pdfaSchema:namespaceURI>http://www.aiim.org/pdfua/ns/id/</pdfaSchema:namespaceURI>
          <pdfaSchema:prefix>pdfuaid</pdfaSchema:prefix><pdfaSchema:property><rdf:Seq><rdf:li rdf:parseType="Resource">
          <pdfaProperty:name>part</pdfaProperty:name><pdfaProperty:valueType>Integer</pdfaProperty:valueType>
          <pdfaProperty:category>internal</pdfaProperty:category>
          <pdfaProperty:description>Part of ISO 14289</pdfaProperty:description></rdf:li></rdf:Seq></pdfaSchema:property>
          </rdf:li></rdf:Bag></pdfaExtension:schemas></rdf:Description>
        XML

        def x(text) = CGI.escapeHTML(text.to_s)
      end
    end
  end
end
