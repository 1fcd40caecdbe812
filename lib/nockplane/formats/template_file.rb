# frozen_string_literal: true

require 'json_schemer'

module Nockplane
  module Formats
    # Templates and drafting standards as open JSON files, checked against docs/schema before anything is made of them:
    # shape first, then what belongs together. Every fault is told with its place.
    module TemplateFile
      # A file that can't be used; faults: sentences with their place.
      class Unusable < Nockplane::Error
        include Nockplane::InputFault
        attr_reader :faults

        def initialize(faults)
          @faults = faults
          super(
            "The file can't be used: " \
            "#{faults.first(8).join('; ')}#{"; and #{faults.size - 8} more" if faults.size > 8}."
          )
        end
      end

      MAX_BYTES = 8_000_000
      MAX_DEPTH = 12
      SCHEMAS = File.expand_path('../../../docs/schema', __dir__)
      STANDARD = 'standard/1'

      module_function

      # Drawings::Template of JSON text, under a name. Raises Unusable.
      def read(text, name)
        data = parsed(text)
        fail_with(schema_faults('template', data))
        template = Drawings::Template.from_h(data.merge('cells' => safe_pictures(data['cells'])), name)
        fail_with(TemplateCheck.new(template.document).faults)
        template
      rescue KeyError => e
        fail_with(["cells/#{e.message}"])
      end

      def write(template) = "#{JSON.pretty_generate(template.to_h)}\n"

      # Drafting::Standard of JSON text. Raises Unusable.
      def read_standard(text)
        data = parsed(text)
        fail_with(schema_faults('standard', data))
        standard = Drafting::Standard.new(data)
        fail_with(standard.problems)
        standard
      end

      def write_standard(standard) = "#{JSON.pretty_generate({ 'nockplane' => STANDARD }.merge(standard.to_h))}\n"

      def parsed(text)
        if text.bytesize > MAX_BYTES
          fail_with(["it has #{text.bytesize / 1_000_000} MB; at most #{MAX_BYTES / 1_000_000} MB are read"])
        end

        text = text.dup.force_encoding('UTF-8').delete_prefix("\uFEFF")
        fail_with(['it is not UTF-8 text']) unless text.valid_encoding?
        JSON.parse(text, max_nesting: MAX_DEPTH)
      rescue JSON::NestingError
        fail_with(["it is nested more than #{MAX_DEPTH} deep"])
      rescue JSON::ParserError => e
        fail_with(["it is not JSON: #{e.message[/line \d+ column \d+/] || 'the text breaks off or has a wrong sign'}"])
      end

      def fail_with(faults)
        raise Unusable, faults unless faults.empty?
      end

      # "cells/sheet/s1/format: ..." in words, at most 30.
      def schema_faults(kind, data)
        schemer(kind)
          .validate(data)
          .first(30)
          .map do |e|
            "#{e['data_pointer'].empty? ? 'the whole' : e['data_pointer'].delete_prefix('/').gsub('~1', '/')}: " \
              "#{words(e)}"
          end
          .uniq
      end

      def schemer(kind)
        (@schemers ||= {})[kind] ||= JSONSchemer.schema(
          JSON.parse(File.read(File.join(SCHEMAS, "#{kind}.schema.json")))
        )
      end

      def words(error)
        return "#{error['details']['missing_keys'].join(', ')} is missing" if error['type'] == 'required'
        return 'this is not known here' if error['type'] == 'schema'

        error['error']
          .to_s
          .sub(/\A(?:value|string|number|object property|array) at `[^`]*` /, '')
          .sub('does not match', 'it does not match')
      end

      # Pictures are read anew as if they were uploaded.
      def safe_pictures(cells)
        cells.to_h do |key, cell|
          next [key, cell] unless key.start_with?('picture/')

          fresh = PictureReader.read(cell['data'].unpack1('m'), cell['name'].to_s)
          [key, Drawings::Cells.plain(fresh).merge('id' => cell['id'])]
        end
      end
    end
  end
end
