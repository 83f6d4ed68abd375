# What is installed beside the programs, and the Debian package of it all: cpack --config build/release/CPackConfig.cmake
set(packaging ${CMAKE_CURRENT_LIST_DIR})

install(FILES ${packaging}/narrows.desktop DESTINATION ${CMAKE_INSTALL_DATADIR}/applications)
install(FILES ${packaging}/narrows.metainfo.xml DESTINATION ${CMAKE_INSTALL_DATADIR}/metainfo)
install(FILES ${packaging}/narrows-mime.xml DESTINATION ${CMAKE_INSTALL_DATADIR}/mime/packages RENAME narrows.xml)
install(FILES ${packaging}/narrows.svg DESTINATION ${CMAKE_INSTALL_DATADIR}/icons/hicolor/scalable/apps)
install(FILES ${packaging}/narrows.svg DESTINATION ${CMAKE_INSTALL_DATADIR}/icons/hicolor/scalable/mimetypes
        RENAME application-x-narrows.svg)
install(DIRECTORY ${CMAKE_SOURCE_DIR}/boats/ DESTINATION ${CMAKE_INSTALL_DATADIR}/narrows/demo)
install(FILES ${CMAKE_SOURCE_DIR}/README.md DESTINATION ${CMAKE_INSTALL_DOCDIR})
install(DIRECTORY ${CMAKE_SOURCE_DIR}/docs/guide DESTINATION ${CMAKE_INSTALL_DOCDIR})
install(DIRECTORY ${CMAKE_SOURCE_DIR}/docs/screenshots DESTINATION ${CMAKE_INSTALL_DOCDIR})
install(FILES ${packaging}/copyright DESTINATION ${CMAKE_INSTALL_DOCDIR})

# Icons in sizes for panels that draw none themselves, and manual pages and changes packed as Debian has them.
find_program(RSVG_CONVERT rsvg-convert)
if(RSVG_CONVERT)
  foreach(size 16 24 32 48 64 128 256)
    set(icon ${CMAKE_CURRENT_BINARY_DIR}/icons/${size}/narrows.png)
    add_custom_command(OUTPUT ${icon} DEPENDS ${packaging}/narrows.svg
      COMMAND ${CMAKE_COMMAND} -E make_directory ${CMAKE_CURRENT_BINARY_DIR}/icons/${size}
      COMMAND ${RSVG_CONVERT} -w ${size} -h ${size} -o ${icon} ${packaging}/narrows.svg)
    list(APPEND packed ${icon})
    install(FILES ${icon} DESTINATION ${CMAKE_INSTALL_DATADIR}/icons/hicolor/${size}x${size}/apps)
  endforeach()
endif()
foreach(page narrows.1 narrows-cli.1 narrows-tape.1)
  set(manual ${CMAKE_CURRENT_BINARY_DIR}/${page}.gz)
  add_custom_command(OUTPUT ${manual} DEPENDS ${packaging}/${page}
    COMMAND gzip -9 -n -c ${packaging}/${page} > ${manual})
  list(APPEND packed ${manual})
  install(FILES ${manual} DESTINATION ${CMAKE_INSTALL_MANDIR}/man1)
endforeach()
foreach(changes CHANGELOG.md:changelog.gz packaging/changelog:changelog.Debian.gz)
  string(REPLACE ":" ";" changes ${changes})
  list(GET changes 0 from)
  list(GET changes 1 to)
  add_custom_command(OUTPUT ${CMAKE_CURRENT_BINARY_DIR}/${to} DEPENDS ${CMAKE_SOURCE_DIR}/${from}
    COMMAND gzip -9 -n -c ${CMAKE_SOURCE_DIR}/${from} > ${CMAKE_CURRENT_BINARY_DIR}/${to})
  list(APPEND packed ${CMAKE_CURRENT_BINARY_DIR}/${to})
  install(FILES ${CMAKE_CURRENT_BINARY_DIR}/${to} DESTINATION ${CMAKE_INSTALL_DOCDIR})
endforeach()
add_custom_target(narrows_package_files ALL DEPENDS ${packed})

set(CPACK_GENERATOR DEB)
set(CPACK_PACKAGE_NAME narrows)
set(CPACK_PACKAGE_VERSION ${PROJECT_VERSION})
set(CPACK_PACKAGE_VENDOR "The Narrows developers")
set(CPACK_PACKAGE_CONTACT "The Narrows developers <builders@narrows.invalid>")
set(CPACK_PACKAGE_DESCRIPTION_SUMMARY "planking of wooden boats, from offsets to hung planks")
set(CPACK_DEBIAN_PACKAGE_DESCRIPTION
"Narrows takes a boatbuilder from a table of offsets to a planked hull: fair
 lines, backbone and rabbet, moulds, lining off carvel or lapstrake planks,
 spiling, bevels, gains, joints, fastenings, full-size patterns and a log of
 what was hung. It works in feet, inches and fractions or in millimetres, and
 needs no network.")
set(CPACK_PACKAGING_INSTALL_PREFIX /usr)
set(CPACK_STRIP_FILES ON)
set(CPACK_DEBIAN_FILE_NAME DEB-DEFAULT)
set(CPACK_DEBIAN_PACKAGE_RELEASE 1)
set(CPACK_DEBIAN_PACKAGE_SECTION science)
set(CPACK_DEBIAN_PACKAGE_PRIORITY optional)
set(CPACK_DEBIAN_PACKAGE_SHLIBDEPS ON)
set(CPACK_DEBIAN_PACKAGE_DEPENDS "qt6-qpa-plugins, libqt6svg6")
set(CPACK_INSTALL_DEFAULT_DIRECTORY_PERMISSIONS OWNER_READ OWNER_WRITE OWNER_EXECUTE GROUP_READ GROUP_EXECUTE
    WORLD_READ WORLD_EXECUTE)
include(CPack)
