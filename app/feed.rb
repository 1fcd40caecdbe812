# frozen_string_literal: true

require 'nokogiri'

module App
  # A list of what is a person's, as an Atom feed (RFC 4287).
  module Feed
    module_function

    # desk: Presenters::Desk; base: the server's address.
    def atom(desk, base:)
      entries = desk.entries
      latest = entries.map { |e| e[3] }.max || Time.at(0)
      Nokogiri::XML::Builder
        .new(encoding: 'UTF-8') do |xml|
          xml.feed(xmlns: 'http://www.w3.org/2005/Atom') do
            xml.title "Mine: #{desk.person.name}"
            xml.id "#{base}/mine"
            xml.updated latest.utc.iso8601
            xml.author { xml.name 'Nockplane' }
            xml.link(href: "#{base}/mine")
            entries.each { |entry| entry(xml, entry, base) }
          end
        end
        .to_xml
    end

    def entry(xml, (title, address, words, time, id), base)
      xml.entry do
        xml.title title
        xml.id "#{base}/mine##{id}"
        xml.updated time.utc.iso8601
        xml.link(href: "#{base}#{address}")
        xml.summary words
      end
    end
    private_class_method :entry
  end
end
